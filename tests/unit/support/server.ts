/** A request as it came to the server that a test plays. */
export interface Asked {
  method: string;
  path: string;
  json: unknown;
}
type Answer = unknown;
/** What the server says: by method and path, each a value or what makes one; a Response goes out as it is. */
export type Routes = Record<string, Answer | ((asked: Asked) => Answer)>;

/** Plays the server: answers by `METHOD /path`, refuses what it does not know, and notes all that it was asked. */
export function serving(routes: Routes): Asked[] {
  const log: Asked[] = [];
  globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
    const asked: Asked = { method: init.method ?? 'GET', path, json: typeof init.body === 'string' ? JSON.parse(init.body) : undefined };
    log.push(asked);
    const route = routes[`${asked.method} ${path}`];
    if (route === undefined) return Response.json({ error: 'There is nothing at this address.' }, { status: 404 });
    const answer: Answer = typeof route === 'function' ? (route as (a: Asked) => Answer)(asked) : route;
    return answer instanceof Response ? answer : Response.json(answer);
  }) as typeof fetch;
  return log;
}

/** A server's answer of a status and a body. */
export const answer = (status: number, body: unknown): Promise<Response> => Promise.resolve(Response.json(body, { status }));

/** Stands in for the server: notes what is sent, and answers the first, second… time as it is told. */
export function answering<B>(sent: B[], respond: (call: number) => Promise<Response>): void {
  globalThis.fetch = ((_path: string, init: { body: string }) => {
    sent.push(JSON.parse(init.body) as B);
    return respond(sent.length);
  }) as unknown as typeof fetch;
}

/** A refusal in words. */
export const refused = (status: number, error: string): Response => Response.json({ error }, { status });
