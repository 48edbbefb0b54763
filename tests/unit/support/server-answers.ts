/** A server's answer of a status and a body. */
export const answer = (status: number, body: unknown): Promise<Response> => Promise.resolve(new Response(JSON.stringify(body), { status }));

/** Stands in for the server: notes what is sent, and answers the first, second… time as it is told. */
export function answering<B>(sent: B[], respond: (call: number) => Promise<Response>): void {
  globalThis.fetch = ((_path: string, init: { body: string }) => {
    sent.push(JSON.parse(init.body) as B);
    return respond(sent.length);
  }) as unknown as typeof fetch;
}
