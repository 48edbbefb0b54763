import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { jest } from '@jest/globals';
import { z } from 'zod';
import type { UserError } from '@/server/errors';
import { readJson, route } from '@/server/route';
import { bodyToFile, chunksOf, MP4, PNG, WEBM } from '@/server/streams';

const BEGINNINGS = {
  // PNG specification, 5.2; ISO/IEC 14496-12, 4.3; RFC 8794, 8.
  png: Uint8Array.from([0x89, ...new TextEncoder().encode('PNG\r\n'), 0x1a, 0x0a, 0, 0, 0, 13, 0, 0, 0, 0]),
  mp4: Uint8Array.from([0, 0, 0, 24, ...new TextEncoder().encode('ftypisom'), 0, 0, 2, 0]),
  webm: Uint8Array.from([0x1a, 0x45, 0xdf, 0xa3, 1, 0, 0, 0, 0, 0, 0, 31, 0x42, 0x86, 0x81, 1]),
};

/** A request whose body comes in pieces; one that is null says nothing from then on. */
function sending(pieces: (Uint8Array | null)[], headers: Record<string, string> = {}) {
  let cancelled = false;
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const next = pieces.shift();
      if (next === undefined) controller.close();
      else if (next !== null) controller.enqueue(next);
      else return new Promise(() => undefined);
      return undefined;
    },
    cancel() {
      cancelled = true;
    },
  });
  const init: RequestInit & { duplex: 'half' } = { method: 'PUT', body, headers: { host: '127.0.0.1:4747', ...headers }, duplex: 'half' };
  return { request: new Request('http://127.0.0.1:4747/api/x', init), isCancelled: () => cancelled };
}
const failure = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: UserError) => error,
  );

describe('a body that becomes a file', () => {
  let folder = '';
  beforeEach(() => (folder = mkdtempSync(path.join(tmpdir(), 'ironsky-streams-'))));
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const OPTIONS = { limit: 1000, what: 'A frame', wrong: 'This is no PNG picture.' };
  const put = (pieces: (Uint8Array | null)[], first = PNG) => {
    const sent = sending(pieces);
    return { ...sent, done: bodyToFile(sent.request, path.join(folder, 'file'), { ...OPTIONS, first }) };
  };

  test.each([
    ['a PNG picture', BEGINNINGS.png, PNG],
    ['an MP4 video', BEGINNINGS.mp4, MP4],
    ['a WebM video', BEGINNINGS.webm, WEBM],
  ])('%s is written as it comes, in however small pieces', async (_, bytes, first) => {
    await put(
      [...bytes].map((byte) => Uint8Array.of(byte)),
      first,
    ).done;
    expect([...readFileSync(path.join(folder, 'file'))]).toEqual([...bytes]);
  });

  test('what begins like something else is refused before the rest of it has come, and leaves nothing behind', async () => {
    const { done, isCancelled } = put([BEGINNINGS.mp4, null]);
    expect(await failure(done)).toMatchObject({ status: 415, message: 'This is no PNG picture.' });
    expect(isCancelled()).toBe(true);
    expect(readdirSync(folder)).toEqual([]);
  });

  test.each([
    ['nothing at all', []],
    ['too little to tell', [BEGINNINGS.png.subarray(0, 5)]],
  ])('%s is refused', async (_, pieces) => {
    expect(await failure(put(pieces).done)).toMatchObject({ status: 415 });
    expect(existsSync(path.join(folder, 'file'))).toBe(false);
  });

  test('one that grows too long on the way is refused there, and so is one that says so at once', async () => {
    const long = put([BEGINNINGS.png, new Uint8Array(600), new Uint8Array(600), null]);
    expect(await failure(long.done)).toMatchObject({ status: 413 });
    expect(readdirSync(folder)).toEqual([]);
    const { request } = sending([null], { 'content-length': '5000' });
    expect(await failure(chunksOf(request, 1000, 'A frame').next())).toMatchObject({ status: 413 });
  });

  test('what was there before stays when the new one fails', async () => {
    await put([BEGINNINGS.png]).done;
    expect(await failure(put([BEGINNINGS.webm]).done)).toMatchObject({ status: 415 });
    expect([...readFileSync(path.join(folder, 'file'))]).toEqual([...BEGINNINGS.png]);
  });
});

test('a sender that falls silent is given up after half a minute', async () => {
  jest.useFakeTimers();
  try {
    const { request, isCancelled } = sending([BEGINNINGS.png, null]);
    const chunks = chunksOf(request, 1000, 'A frame');
    expect((await chunks.next()).value).toEqual(BEGINNINGS.png);
    const end = failure(chunks.next());
    await jest.advanceTimersByTimeAsync(29_000);
    expect(isCancelled()).toBe(false);
    await jest.advanceTimersByTimeAsync(2000);
    expect(await end).toMatchObject({ status: 408, message: 'Nothing more came. Try again.' });
    expect(isCancelled()).toBe(true);
  } finally {
    jest.useRealTimers();
  }
});

describe('JSON', () => {
  const answer = async (text: string, limit = 20_000_000) => {
    const { request } = sending([new TextEncoder().encode(text)]);
    const handler = route(async (r) =>
      readJson(
        r,
        z.unknown().transform(() => ({ taken: true })),
        limit,
      ),
    );
    const response = await handler(request, { params: Promise.resolve({}) });
    return [response.status, ((await response.json()) as { error?: string }).error];
  };

  test('that would take long to read is refused by its number of values, before it is read', async () => {
    expect((await answer(`[${'0,'.repeat(1_000_000)}0]`))[0]).toBe(200);
    expect(await answer(`[${'0,'.repeat(2_100_000)}0]`)).toEqual([413, 'A request holds more values than are taken at once.']);
    expect((await answer(`${'['.repeat(2_100_000)}`))[0]).toBe(413);
  });

  test('that is no JSON is answered in words', async () => {
    expect(await answer('{"a":')).toEqual([400, 'This request is not understood.']);
  });
});

test('what the database cannot keep is said to be that, and nothing else is taken for it', async () => {
  const answer = async (code: string) => {
    const silent = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const error = new Error('Failed query', { cause: Object.assign(new Error('invalid byte sequence'), { code }) });
    const { request } = sending([]);
    const { status } = await route(async () => Promise.reject(error))(request, { params: Promise.resolve({}) });
    const noted = silent.mock.calls.length;
    silent.mockRestore();
    return [status, noted];
  };
  // SQLSTATE classes (PostgreSQL, appendix A): 22 is a data exception, 42 a mistake of our own, which the log must tell.
  expect(await answer('22021')).toEqual([400, 0]);
  expect(await answer('42601')).toEqual([500, 1]);
});

test('an address names only what could be a name of ours', async () => {
  const status = async (id: string) => {
    const { request } = sending([]);
    return (await route<{ id: string }>(async () => ({}))(request, { params: Promise.resolve({ id }) })).status;
  };
  expect(await status('a1b2-c3')).toBe(200);
  for (const id of ['../../etc/passwd', '\0', '\ud800', 'x'.repeat(101), 'a b', '']) expect(await status(id)).toBe(404);
});
