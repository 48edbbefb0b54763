/** Talks to the server. Every failure comes back as an ApiError with words for the person. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly detail: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

export async function api<T = unknown>(
  path: string,
  init: { method?: string; json?: unknown; body?: BodyInit; keepalive?: boolean } = {},
): Promise<T> {
  const { json, ...rest } = init;
  let response: Response;
  try {
    response = await fetch(path, {
      ...rest,
      ...(json === undefined ? {} : { body: JSON.stringify(json), headers: { 'Content-Type': 'application/json' } }),
    });
  } catch {
    throw new ApiError('The server does not answer. Is Ironsky still running?', 0);
  }
  if (response.status === 204) return undefined as T;
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok)
    throw new ApiError(typeof body.error === 'string' ? body.error : 'The server could not do that.', response.status, body);
  return body as T;
}
