import 'server-only';
import { ZodError, type z } from 'zod';
import { ProductionError } from '@/core/production/migrate';
import { DISK_FULL, isDiskFull, UserError } from './errors';
import { isOwnHost } from './hosts';
import { chunksOf } from './streams';

/** Longest document that is taken, bytes. */
export const MAX_DOCUMENT_BYTES = 20_000_000;

/** Refuses requests that another site had a browser send: the host must be ours, and a write's origin the same. */
export function guard(request: Request): void {
  const host = request.headers.get('host') ?? '';
  if (!isOwnHost(host)) throw new UserError(403, 'This Ironsky does not answer under that name.');
  if (request.method === 'GET' || request.method === 'HEAD') return;
  const origin = request.headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`) {
    throw new UserError(403, 'Writes are only taken from Ironsky’s own pages.');
  }
  const site = request.headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none')
    throw new UserError(403, 'Writes are only taken from Ironsky’s own pages.');
}

type Handler<P> = (request: Request, params: P) => Promise<Response | object | null>;

/** A route handler: guarded, with errors in plain words. An object returned goes out as JSON. */
export function route<P = Record<string, never>>(handler: Handler<P>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      guard(request);
      const result = await handler(request, checkedParams((await context.params) ?? ({} as P)));
      if (result instanceof Response) return result;
      return result === null ? new Response(null, { status: 204 }) : Response.json(result);
    } catch (error) {
      return errorResponse(error);
    }
  };
}

/** Parts of an address that could name something of ours; anything else names nothing. */
const NAME = /^[\w.:-]{1,100}$/;

function checkedParams<P>(params: P): P {
  for (const part of Object.values(params as Record<string, unknown>))
    if (typeof part !== 'string' || !NAME.test(part)) throw new UserError(404, 'There is nothing at this address.');
  return params;
}

/** Whether the database says that it cannot keep what it was given (SQLSTATE class 22, data exception). */
function isUnkeepable(error: unknown): boolean {
  for (let e = error as { code?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e)
    if (typeof e.code === 'string' && /^22[0-9A-Z]{3}$/.test(e.code)) return true;
  return false;
}

function errorResponse(error: unknown): Response {
  if (error instanceof UserError) return Response.json({ error: error.message, ...error.detail }, { status: error.status });
  if (error instanceof ProductionError) return Response.json({ error: error.message }, { status: 400 });
  if (error instanceof ZodError)
    return Response.json({ error: error.issues[0]?.message ?? 'This request is not understood.' }, { status: 400 });
  if (error instanceof SyntaxError) return Response.json({ error: 'This request is not understood.' }, { status: 400 });
  if (isUnkeepable(error)) return Response.json({ error: 'There are characters in this that cannot be kept.' }, { status: 400 });
  if (isDiskFull(error)) return Response.json({ error: DISK_FULL }, { status: 507 });
  console.error(error);
  return Response.json({ error: 'Something went wrong in the server. What was saved before is safe; try again.' }, { status: 500 });
}

/** Body of a request, refused once it is longer than the limit. */
export async function readBody(request: Request, limit: number, what: string): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of chunksOf(request, limit, what)) chunks.push(chunk);
  const body = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    body.set(chunk, at);
    at += chunk.length;
  }
  return body;
}

/** A PNG picture as an answer; it may change under its address. */
export const pngResponse = (png: Uint8Array): Response =>
  new Response(new Uint8Array(png), { headers: { 'Content-Type': 'image/png', 'Cache-Control': 'no-cache' } });

/** Most values that a request's JSON may hold: reading it must not take seconds. */
const MAX_ITEMS = 2_000_000;

/** Values in a JSON text at most: as many as it has commas and opening brackets. */
function itemsOf(text: string): number {
  let items = 1;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code === 0x2c || code === 0x5b || code === 0x7b) items++;
  }
  return items;
}

/** JSON body of a request, checked by a schema. */
export async function readJson<S extends z.ZodType>(request: Request, schema: S, limit = 1_000_000): Promise<z.output<S>> {
  const text = new TextDecoder().decode(await readBody(request, limit, 'A request'));
  if (itemsOf(text) > MAX_ITEMS) throw new UserError(413, 'A request holds more values than are taken at once.');
  return schema.parse(JSON.parse(text));
}
