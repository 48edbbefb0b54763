import 'server-only';
import { spawn } from 'node:child_process';
import { createReadStream, existsSync } from 'node:fs';
import path from 'node:path';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { intakeReportSchema, stationsSchema, type IntakeReport, type StationInfo } from '@/core/delivery/intake';
import { framesOf } from '@/core/delivery/render-settings';
import { editList } from '@/core/interchange/edit-list';
import { RATES } from '@/core/time/rate';
import { UserError } from '../errors';
import { keepReport } from '../intake-reports';
import { orderedVideo, renderDocument, renderRow } from '../renders';

/** Longest time that a station may take to read a delivery back, milliseconds. */
const READING_MS = 900_000;
const STARTING_MS = 30_000;

const shared = globalThis as typeof globalThis & { ironskyIntake?: Promise<string> };

/** Starts the intake that ships with Ironsky, a process of its own, on a port that is free; it ends with this one. */
function start(): Promise<string> {
  const program = path.join(process.cwd(), 'build/intake/server.js');
  if (!existsSync(program)) throw new UserError(503, 'The intake of stations is not built: run `npm run build`.');
  const child = spawn(process.execPath, [program], {
    stdio: ['ignore', 'pipe', 'ignore'],
    env: { ...process.env, IRONSKY_INTAKE_PORT: '0' },
  });
  const end = () => child.kill();
  process.once('exit', end);
  return new Promise<string>((resolve, reject) => {
    // One that is slow to start is given up, and the next delivery starts another.
    const fail = (words: string) => {
      shared.ironskyIntake = undefined;
      process.removeListener('exit', end);
      clearTimeout(late);
      child.kill();
      reject(new UserError(503, words));
    };
    const late = setTimeout(() => fail('The intake of stations did not start. Try again.'), STARTING_MS);
    child.stdout.on('data', (bytes: Buffer) => {
      const found = /http:\S+/.exec(bytes.toString())?.[0];
      if (!found) return;
      clearTimeout(late);
      resolve(found);
    });
    child.once('error', () => fail('The intake of stations cannot be started.'));
    child.once('exit', () => fail('The intake of stations has ended.'));
  });
}

/** Where stations take deliveries: at `IRONSKY_INTAKE`, or at the stand-in that ships with Ironsky. */
const intakeUrl = async (): Promise<string> => process.env.IRONSKY_INTAKE ?? (shared.ironskyIntake ??= start());

async function asked<S extends z.ZodType>(address: string, schema: S, init: RequestInit = {}): Promise<z.output<S>> {
  const answer = await fetch(address, { ...init, signal: AbortSignal.timeout(READING_MS) }).catch(() => {
    throw new UserError(502, 'The station does not answer. Nothing was delivered; try again.');
  });
  const said: unknown = await answer.json().catch(() => null);
  if (!answer.ok) {
    const words = z.object({ error: z.string().max(300) }).safeParse(said);
    throw new UserError(502, `The station refused it: ${words.data?.error ?? `answer ${answer.status}`}`);
  }
  const read = schema.safeParse(said);
  if (!read.success) throw new UserError(502, 'The station answers in a way that is not understood.');
  return read.data;
}

/** The stations that take deliveries. */
export const listStations = async (): Promise<StationInfo[]> => (await asked(`${await intakeUrl()}/stations`, stationsSchema)).stations;

const sent = z.object({ bytes: z.number() });

/**
 * Delivers a video of a render to a station, with its edit list, and keeps what that says of it with the render.
 * @param kind of the video; the first one that was ordered if null
 */
export async function deliver(renderId: string, stationId: string, kind: string | null): Promise<IntakeReport> {
  const { settings } = await renderRow(renderId);
  const { file, name } = await orderedVideo(renderId, kind);
  if (!existsSync(file)) throw new UserError(409, 'The video is not finished yet.');
  const production = await renderDocument(renderId);
  const rate = settings.rate ?? production.format.rate;
  const url = await intakeUrl();
  const { id } = await asked(`${url}/stations/${stationId}/deliveries`, z.object({ id: z.uuid() }), {
    method: 'POST',
    body: JSON.stringify({ title: production.name, frames: framesOf(settings).length, rate: `${RATES[rate].num}/${RATES[rate].den}` }),
  });
  const put = (as: string, body: BodyInit) =>
    // A stream is sent as it is read: undici asks for that to be said.
    asked(`${url}/deliveries/${id}/files/${encodeURIComponent(as)}`, sent, { method: 'PUT', body, duplex: 'half' } as RequestInit);
  await put(name, Readable.toWeb(createReadStream(file)) as unknown as BodyInit);
  // An edit list counts frames of the production: at another rate it would say what is not so.
  if (rate === production.format.rate) await put(`${path.parse(name).name}.edl`, editList(production, settings.first, settings.last));
  const report = await asked(`${url}/deliveries/${id}/report`, intakeReportSchema, { method: 'POST' });
  await keepReport(renderId, report);
  return report;
}
