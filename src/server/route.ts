import 'server-only';
import { ZodError, type z } from 'zod';
import { ProductionError } from '@/core/production/migrate';
import { DISK_FULL, isDiskFull, UserError } from './errors';
import { isOwnHost } from './hosts';

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
      const result = await handler(request, await context.params);
      if (result instanceof Response) return result;
      return result === null ? new Response(null, { status: 204 }) : Response.json(result);
    } catch (error) {
      return errorResponse(error);
    }
  };
}

function errorResponse(error: unknown): Response {
  if (error instanceof UserError) return Response.json({ error: error.message, ...error.detail }, { status: error.status });
  if (error instanceof ProductionError) return Response.json({ error: error.message }, { status: 400 });
  if (error instanceof ZodError)
    return Response.json({ error: error.issues[0]?.message ?? 'This request is not understood.' }, { status: 400 });
  if (error instanceof SyntaxError) return Response.json({ error: 'This request is not understood.' }, { status: 400 });
  if (isDiskFull(error)) return Response.json({ error: DISK_FULL }, { status: 507 });
  console.error(error);
  return Response.json({ error: 'Something went wrong in the server. What was saved before is safe; try again.' }, { status: 500 });
}

/** Body of a request, refused once it is longer than the limit. */
export async function readBody(request: Request, limit: number, what: string): Promise<Uint8Array> {
  const tooLarge = () => new UserError(413, `${what} can be at most ${Math.round(limit / 1e6)} MB.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const next = await reader?.read();
    if (!next || next.done) break;
    length += next.value.length;
    if (length > limit) {
      await reader?.cancel();
      throw tooLarge();
    }
    chunks.push(next.value);
  }
  const body = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    body.set(chunk, at);
    at += chunk.length;
  }
  return body;
}

/** JSON body of a request, checked by a schema. */
export async function readJson<S extends z.ZodType>(request: Request, schema: S, limit = 1_000_000): Promise<z.output<S>> {
  const text = new TextDecoder().decode(await readBody(request, limit, 'A request'));
  return schema.parse(JSON.parse(text));
}
