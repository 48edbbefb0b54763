import { UserError } from '@/server/errors';
import { route } from '@/server/route';
import { soundBytes } from '@/server/sounds';

export const GET = route<{ hash: string }>(async (_request, { hash }) => {
  const sound = await soundBytes(hash);
  if (!sound) throw new UserError(404, 'There is no such sound.');
  return new Response(new Uint8Array(sound.bytes), {
    headers: { 'Content-Type': sound.type, 'Cache-Control': 'private, max-age=86400, immutable' },
  });
});
