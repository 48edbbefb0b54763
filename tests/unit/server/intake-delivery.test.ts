import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { renderSettingsSchema } from '@/core/delivery/render-settings';
import { deliver, listStations } from '@/server/outside/intake';
import { createProduction } from '@/server/productions';
import { advance, orderRender } from '@/server/queue/queue';
import { renderSummary, storeVideo } from '@/server/renders';
import { useDataFolder } from '../support/data-folder';

/** What a station is told, and what becomes of its answers: a stranger that may be away, refuse, or talk nonsense. */

const VIDEO = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...new Uint8Array(60));
const REPORT = {
  station: { id: 'reef', name: 'Reef' },
  title: 'Delivered',
  file: 'video.webm',
  received: '2026-11-27T00:00:00.000Z',
  verdict: 'remarked',
  points: [{ point: 'raster', label: 'Raster', verdict: 'accepted', found: '320 × 180', wanted: '320 × 180' }],
};

useDataFolder();

type Answer = { status?: number; body: unknown };
/** A station that answers by method and path, and notes what it was sent. */
async function station(answers: Record<string, Answer>) {
  const log: { asked: string; bytes: Buffer }[] = [];
  const server: Server = createServer((request: IncomingMessage, response) => {
    const parts: Buffer[] = [];
    request.on('data', (part: Buffer) => parts.push(part));
    request.on('end', () => {
      const asked = `${request.method} ${decodeURIComponent(request.url ?? '')}`;
      log.push({ asked, bytes: Buffer.concat(parts) });
      const { status = 200, body } = Object.entries(answers).find(([path]) => asked.startsWith(path))?.[1] ?? { status: 404, body: {} };
      response.writeHead(status, { 'content-type': 'application/json' });
      response.end(typeof body === 'string' ? body : JSON.stringify(body));
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  process.env.IRONSKY_INTAKE = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  servers.push(server);
  return log;
}
const servers: Server[] = [];
afterEach(async () => {
  delete process.env.IRONSKY_INTAKE;
  for (const server of servers.splice(0)) await new Promise((resolve) => server.close(resolve));
});

const ID = '3f1c0a58-7a52-4b7e-9d25-0d6a8f5f7c11';
const TAKES = {
  'POST /stations/reef/deliveries': { body: { id: ID } },
  [`PUT /deliveries/${ID}/files/`]: { body: { bytes: 64 } },
  [`POST /deliveries/${ID}/report`]: { body: REPORT },
};

/** A render of 10 frames whose video is done. */
async function rendered(rate: '25' | '50' = '25'): Promise<string> {
  const { id: production } = await createProduction('Delivered', { width: 320, height: 180, rate: '25', length: 100 });
  const settings = { first: 0, last: 9, outputs: [outputOfKind('webm')], ...(rate === '25' ? {} : { rate }) };
  const { id } = await orderRender(production, renderSettingsSchema.parse(settings));
  await storeVideo(id, 'webm', new Request('http://ironsky.test/', { method: 'PUT', body: VIDEO }));
  await advance(id);
  return id;
}
const reports = async (id: string) => (await renderSummary(id)).reports;

test('a station is told title, frames and rate, is sent the file and its edit list, and its report is kept with the render', async () => {
  const log = await station(TAKES);
  const id = await rendered();
  expect(await deliver(id, 'reef', null)).toEqual(REPORT);
  expect(JSON.parse(log[0]?.bytes.toString() ?? '')).toEqual({ title: 'Delivered', frames: 10, rate: '25/1' });
  expect(log.map(({ asked }) => asked.split('/files/')[1] ?? '').filter(Boolean)).toEqual([
    expect.stringMatching(/\.webm$/),
    expect.stringMatching(/\.edl$/),
  ]);
  expect(new Uint8Array(log[1]?.bytes ?? [])).toEqual(VIDEO);
  expect(log[2]?.bytes.toString()).toMatch(/^TITLE:/);
  expect(await reports(id)).toEqual([REPORT]);
});

test('at another rate no edit list goes along: it would count other frames', async () => {
  const log = await station(TAKES);
  await deliver(await rendered('50'), 'reef', null);
  expect(JSON.parse(log[0]?.bytes.toString() ?? '')).toMatchObject({ rate: '50/1' });
  expect(log.some(({ asked }) => asked.endsWith('.edl'))).toBe(false);
});

test('one that is away, refuses, or answers what is not understood is told in words, and nothing is kept', async () => {
  const id = await rendered();
  await station({ ...TAKES, [`POST /deliveries/${ID}/report`]: { status: 500, body: { error: 'That could not be read.' } } });
  await expect(deliver(id, 'reef', null)).rejects.toThrow('The station refused it: That could not be read.');
  await station({ ...TAKES, [`POST /deliveries/${ID}/report`]: { body: '<html>' } });
  await expect(deliver(id, 'reef', null)).rejects.toThrow('answers in a way that is not understood');
  await station({ ...TAKES, [`POST /deliveries/${ID}/report`]: { body: { ...REPORT, verdict: 'perfect' } } });
  await expect(deliver(id, 'reef', null)).rejects.toThrow('answers in a way that is not understood');
  process.env.IRONSKY_INTAKE = 'http://127.0.0.1:9';
  await expect(deliver(id, 'reef', null)).rejects.toThrow('The station does not answer. Nothing was delivered; try again.');
  expect(await reports(id)).toEqual([]);
});

test('a video that is not done is not delivered', async () => {
  const log = await station(TAKES);
  const { id: production } = await createProduction('Not yet', { width: 320, height: 180, rate: '25', length: 100 });
  const { id } = await orderRender(production, renderSettingsSchema.parse({ first: 0, last: 9, outputs: [outputOfKind('webm')] }));
  await expect(deliver(id, 'reef', null)).rejects.toThrow('The video is not finished yet.');
  expect(log).toEqual([]);
});

test('stations are as many as are said, and no more than can be read', async () => {
  const one = { id: 'reef', name: 'Reef', note: 'HD' };
  await station({ 'GET /stations': { body: { stations: [one] } } });
  expect(await listStations()).toEqual([one]);
  await station({ 'GET /stations': { body: { stations: Array.from({ length: 5000 }, () => one) } } });
  await expect(listStations()).rejects.toThrow('not understood');
});
