import 'server-only';
import type { FirstBytes } from '@/core/delivery/output-kind';
import { png } from '@/core/delivery/outputs/png';
import { mp4, webm } from '@/core/delivery/outputs/videos';
import { tooLarge } from '@/core/production/media';
import { UserError } from './errors';
import { writeWhole } from './files';

/** A sender that says nothing for so long is not waited for any more. */
const SILENCE_MS = 30_000;

/** The chunks of a request's body, as they come. A body that is too long, or whose sender has fallen silent, is refused. */
export async function* chunksOf(request: Request, limit: number, what: string): AsyncGenerator<Uint8Array> {
  const refusal = () => new UserError(413, tooLarge({ what, maxBytes: limit }));
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw refusal();
  const reader = request.body?.getReader();
  if (!reader) return;
  let length = 0;
  try {
    for (;;) {
      const { done, value } = await orSilence(reader.read());
      if (done) return;
      length += value.length;
      if (length > limit) throw refusal();
      yield value;
    }
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

async function orSilence<T>(next: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const silence = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new UserError(408, 'Nothing more came. Try again.')), SILENCE_MS);
  });
  try {
    return await Promise.race([next, silence]);
  } finally {
    clearTimeout(timer);
  }
}

export type { FirstBytes };
/** As renders are written. */
export const PNG = png.firstBytes;
export const MP4 = mp4.firstBytes;
export const WEBM = webm.firstBytes;
/** WebP container specification. */
export const WEBP: readonly FirstBytes[] = [
  { at: 0, bytes: [0x52, 0x49, 0x46, 0x46] },
  { at: 8, bytes: [0x57, 0x45, 0x42, 0x50] },
];
const FIRST = 16;

/**
 * Writes a request's body to a file as it comes, whole or not at all.
 * @param first what it must begin with
 * @param wrong what is said when it does not
 */
export async function bodyToFile(
  request: Request,
  file: string,
  { limit, what, first, wrong }: { limit: number; what: string; first: readonly FirstBytes[]; wrong: string },
): Promise<void> {
  await writeWhole(file, async (handle) => {
    let head = new Uint8Array(0);
    for await (const chunk of chunksOf(request, limit, what)) {
      if (head.length < FIRST) {
        head = Uint8Array.from([...head, ...chunk.subarray(0, FIRST - head.length)]);
        if (head.length >= FIRST && !beginsWith(head, first)) throw new UserError(415, wrong);
      }
      await handle.write(chunk);
    }
    if (!beginsWith(head, first)) throw new UserError(415, wrong);
  });
}

/** Whether a file's first bytes are those of a kind. */
export const beginsWith = (head: Uint8Array, first: readonly FirstBytes[]): boolean =>
  first.every(({ at, bytes }) => bytes.every((byte, i) => head[at + i] === byte));
