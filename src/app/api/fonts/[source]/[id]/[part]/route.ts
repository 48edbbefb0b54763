import { UserError } from '@/server/errors';
import { shippedFont, uploadedFont } from '@/server/fonts';
import { route } from '@/server/route';

export const GET = route<{ source: string; id: string; part: string }>(async (_request, { source, id, part }) => {
  const index = Number(part);
  const bytes = source === 'shipped' ? await shippedFont(id, index) : source === 'uploaded' && index === 0 ? await uploadedFont(id) : null;
  if (!bytes) throw new UserError(404, 'There is no such font.');
  return new Response(new Uint8Array(bytes), { headers: { 'Content-Type': 'font/sfnt', 'Cache-Control': 'private, max-age=86400' } });
});
