import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { reportOn } from './report.ts';
import { STATIONS, type Station } from './stations.ts';

/**
 * A stand-in for the intake of stations, a process of its own: it takes deliveries over HTTP, reads them back by ffprobe and ffmpeg, and
 * says what it finds. docs/intake.md tells how it is spoken to.
 */

const MAX_WORDS = 100_000;
const MAX_BYTES = 4_000_000_000;
/** Deliveries that were begun and never sent are given up after so long, milliseconds. */
const GIVEN_UP_MS = 3_600_000;
const NAME = /^[^/\\\0]{1,150}$/u;

interface Begun {
  station: Station;
  title: string;
  declared: { frames: number; rate: string };
  folder: string;
  files: string[];
}

class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

const deliveries = new Map<string, Begun>();

async function words(request: IncomingMessage): Promise<Record<string, unknown>> {
  let text = '';
  for await (const part of request) {
    text += String(part);
    if (text.length > MAX_WORDS) throw new Refused(413, 'That is more than is taken.');
  }
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new Refused(400, 'That is no JSON.');
  }
}

async function begin(request: IncomingMessage, stationId: string): Promise<object> {
  const station = STATIONS.find(({ id }) => id === stationId);
  if (!station) throw new Refused(404, 'There is no such station.');
  const { title, frames, rate } = await words(request);
  if (typeof title !== 'string' || title.length > 200) throw new Refused(400, 'A delivery has a title.');
  if (!Number.isInteger(frames) || typeof rate !== 'string' || !/^\d{1,6}\/\d{1,4}$/.test(rate))
    throw new Refused(400, 'A delivery says how many frames it has, and at which rate, as 25/1.');
  const id = randomUUID();
  const folder = await mkdtemp(path.join(tmpdir(), 'intake-'));
  deliveries.set(id, { station, title, declared: { frames: frames as number, rate }, folder, files: [] });
  setTimeout(() => void end(id), GIVEN_UP_MS).unref();
  return { id };
}

const begun = (id: string): Begun => {
  const found = deliveries.get(id);
  if (!found) throw new Refused(404, 'There is no such delivery.');
  return found;
};

async function end(id: string): Promise<void> {
  const found = deliveries.get(id);
  deliveries.delete(id);
  if (found) await rm(found.folder, { recursive: true, force: true });
}

/** Takes a file of a delivery, as it comes. */
async function take(request: IncomingMessage, id: string, name: string): Promise<object> {
  const { folder, files } = begun(id);
  if (!NAME.test(name) || name === '.' || name === '..') throw new Refused(400, 'A file cannot be called that.');
  if (files.length >= 4) throw new Refused(400, 'A delivery has four files at most.');
  if (Number(request.headers['content-length'] ?? 0) > MAX_BYTES) throw new Refused(413, 'That file is larger than any that is taken.');
  const file = path.join(folder, String(files.length), name);
  await mkdir(path.dirname(file));
  files.push(file);
  let bytes = 0;
  await pipeline(
    request,
    async function* (source: AsyncIterable<Buffer>) {
      for await (const part of source) {
        bytes += part.length;
        if (bytes > MAX_BYTES) throw new Refused(413, 'That file is larger than any that is taken.');
        yield part;
      }
    },
    createWriteStream(file),
  );
  return { bytes };
}

/** Reads a delivery back, and forgets it. */
async function report(id: string): Promise<object> {
  const { station, title, declared, files } = begun(id);
  try {
    const video = files.find((file) => !/\.edl$/i.test(file));
    if (!video) throw new Refused(400, 'No picture came with it.');
    return await reportOn(station, { title, declared, video, editList: files.find((file) => /\.edl$/i.test(file)) ?? null });
  } finally {
    await end(id);
  }
}

async function answer(request: IncomingMessage): Promise<object> {
  const [, one, two, three, four] = new URL(request.url ?? '/', 'http://intake').pathname.split('/').map(decodeURIComponent);
  const asked = `${request.method ?? ''} ${one ?? ''}`;
  if (asked === 'GET stations' && !two) return { stations: STATIONS.map(({ id, name, note }) => ({ id, name, note })) };
  if (asked === 'POST stations' && two && three === 'deliveries') return begin(request, two);
  if (asked === 'PUT deliveries' && two && three === 'files' && four) return take(request, two, four);
  if (asked === 'POST deliveries' && two && three === 'report') return report(two);
  throw new Refused(404, 'There is nothing at this address.');
}

async function respond(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const say = (status: number, body: object) => {
    response.writeHead(status, { 'content-type': 'application/json' });
    response.end(JSON.stringify(body));
  };
  try {
    say(200, await answer(request));
  } catch (error) {
    const refused = error instanceof Refused ? error : new Refused(error instanceof URIError ? 400 : 500, 'That could not be taken.');
    say(refused.status, { error: refused.message });
    request.resume();
  }
}

const port = Number(process.env.IRONSKY_INTAKE_PORT ?? 4848);
const server = createServer((request, response) => void respond(request, response));
server.requestTimeout = 0;
server.listen(port, '127.0.0.1', () => {
  const address = server.address();
  console.log(`Station intake: http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`);
});
