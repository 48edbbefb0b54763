import { readStill, writeStill } from '@/server/productions';
import { UserError } from '@/server/errors';
import { revisionSchema } from '@/server/revision';
import { pngResponse, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => {
  const png = await readStill(id);
  if (!png) throw new UserError(404, 'There is no still yet.');
  return pngResponse(png);
});

export const PUT = route<{ id: string }>(async (request, { id }) => {
  const revision = revisionSchema.safeParse(Number(new URL(request.url).searchParams.get('revision')));
  if (!revision.success) throw new UserError(400, 'A still names the revision that it shows.');
  await writeStill(id, revision.data, request);
  return null;
});
