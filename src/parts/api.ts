import { MEDIA, tooLarge, type MediaKind } from '@/core/production/media';

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

const refusal = async (response: Response): Promise<ApiError> => {
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  const reason = typeof body.error === 'string' ? body.error : 'The server could not do that.';
  return new ApiError(reason, response.status, body);
};

async function ask(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(path, init).catch(() => {
    throw new ApiError('The server does not answer. Is Ironsky still running?', 0);
  });
  if (!response.ok) throw await refusal(response);
  return response;
}

export async function api<T = unknown>(
  path: string,
  { json, ...init }: { method?: string; json?: unknown; body?: BodyInit; keepalive?: boolean } = {},
): Promise<T> {
  const sent = json === undefined ? {} : { body: JSON.stringify(json), headers: { 'Content-Type': 'application/json' } };
  const response = await ask(path, { ...init, ...sent });
  return (response.status === 204 ? undefined : await response.json()) as T;
}

/**
 * Gives the server a file to keep; returns its hash.
 * @throws ApiError in words, also when it is too large, before anything is sent
 */
export async function sendMedia(kind: MediaKind, file: File): Promise<{ hash: string }> {
  if (file.size > MEDIA[kind].maxBytes) throw new ApiError(tooLarge(MEDIA[kind]), 413);
  return api(`/api/media/${kind}?name=${encodeURIComponent(file.name)}`, { method: 'POST', body: file });
}

/** A file of the server, with the name that it gives it. */
export async function fetchFile(path: string): Promise<{ name: string; file: Blob }> {
  const response = await ask(path);
  const [, name = ''] = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('Content-Disposition') ?? '') ?? [];
  return { name: decodeURIComponent(name), file: await response.blob() };
}
