import { z } from 'zod';
import { guard, readBody, readJson, route } from '@/server/route';
import { UserError } from '@/server/errors';

const request = (headers: Record<string, string>, method = 'POST', body?: BodyInit) =>
  new Request('http://127.0.0.1:4747/api/x', { method, headers: { host: '127.0.0.1:4747', ...headers }, body });
const statusOf = async (r: Request) => (await route(async () => ({ ok: true }))(r, { params: Promise.resolve({}) })).status;

describe('who may write', () => {
  test.each([
    ['our own page', { origin: 'http://127.0.0.1:4747', 'sec-fetch-site': 'same-origin' }, 200],
    ['a terminal, which sends no origin', {}, 200],
    ['another site', { origin: 'http://evil.test' }, 403],
    ['another port of this machine', { origin: 'http://127.0.0.1:9999' }, 403],
    ['a sandboxed page', { origin: 'null' }, 403],
    ['a cross-site form', { 'sec-fetch-site': 'cross-site' }, 403],
    ['a name that was pointed at us (DNS rebinding)', { host: 'evil.test:4747' }, 403],
  ])('%s: %#', async (_name, headers, expected) => {
    expect(await statusOf(request(headers as Record<string, string>))).toBe(expected);
  });

  test('a foreign host may not even read', async () => {
    expect(await statusOf(request({ host: 'evil.test' }, 'GET'))).toBe(403);
    expect(() => guard(request({ origin: 'http://evil.test' }, 'GET'))).not.toThrow();
  });
});

test('an address without variable parts has no params at all, and is answered', async () => {
  const response = await route(async () => ({ ok: true }))(request({}), { params: Promise.resolve(undefined) as never });
  expect(response.status).toBe(200);
});

test('a full disk is said as such, from the system and from the database', async () => {
  const failing = (error: Error) => route(async () => Promise.reject(error))(request({}), { params: Promise.resolve({}) });
  const system = Object.assign(new Error('write'), { code: 'ENOSPC' });
  const database = new Error('Failed query', { cause: Object.assign(new Error('could not extend file'), { code: '53100' }) });
  for (const error of [system, database]) {
    const response = await failing(error);
    expect(response.status).toBe(507);
    expect((await response.json()).error).toContain('The disk is full. Nothing that was saved is lost');
  }
});

describe('bodies are bounded', () => {
  test('by what they announce and by what arrives', async () => {
    await expect(readBody(request({ 'content-length': '999999999' }), 1000, 'A thing')).rejects.toThrow('can be at most');
    await expect(readBody(request({}, 'POST', 'x'.repeat(2000)), 1000, 'A thing')).rejects.toThrow(UserError);
    expect((await readBody(request({}, 'POST', 'abc'), 1000, 'A thing')).length).toBe(3);
  });

  test('and what is not understood is answered with 400, not with a stack', async () => {
    const handler = route(async (r) => readJson(r, z.object({ n: z.int('n must be whole') })));
    for (const body of ['{', '[]', '{"n":1.5}', '']) {
      const response = await handler(request({}, 'POST', body), { params: Promise.resolve({}) });
      expect(response.status).toBe(400);
      expect(Object.keys(await response.json())).toEqual(['error']);
    }
  });
});
