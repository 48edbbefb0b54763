import { UserError } from '@/server/errors';
import { isMediaKind, mediaStream } from '@/server/media';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ kind: string; hash: string }>(async (_request, { kind, hash }) => {
  const file = isMediaKind(kind) ? await mediaStream(kind, hash) : null;
  if (!file) throw new UserError(404, 'There is no such file.');
  return new Response(file.stream, {
    headers: { 'Content-Type': file.type, 'Content-Length': String(file.bytes), 'Cache-Control': 'private, max-age=86400, immutable' },
  });
});
