import { readStill, writeStill } from '@/server/productions';
import { UserError } from '@/server/errors';
import { readBody, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => {
  const png = await readStill(id);
  if (!png) throw new UserError(404, 'There is no still yet.');
  return new Response(new Uint8Array(png), { headers: { 'Content-Type': 'image/png', 'Cache-Control': 'no-cache' } });
});

export const PUT = route<{ id: string }>(async (request, { id }) => {
  const revision = Number(new URL(request.url).searchParams.get('revision'));
  if (!Number.isInteger(revision) || revision < 1) throw new UserError(400, 'A still names the revision that it shows.');
  await writeStill(id, revision, await readBody(request, 8_000_000, 'A still'));
  return null;
});
