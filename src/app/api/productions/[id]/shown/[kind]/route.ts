import { readShown, writeShown, type ShownKind } from '@/server/productions';
import { UserError } from '@/server/errors';
import { shownRevisionSchema } from '@/server/revision';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

const TYPES: Record<ShownKind, string> = { still: 'image/png', strip: 'image/webp' };

function kindOf(kind: string): ShownKind {
  if (kind !== 'still' && kind !== 'strip') throw new UserError(404, 'There is nothing at this address.');
  return kind;
}

export const GET = route<{ id: string; kind: string }>(async (_request, { id, kind }) => {
  const picture = await readShown(kindOf(kind), id);
  if (!picture) throw new UserError(404, 'There is no still yet.');
  return new Response(new Uint8Array(picture), { headers: { 'Content-Type': TYPES[kindOf(kind)], 'Cache-Control': 'no-cache' } });
});

export const PUT = route<{ id: string; kind: string }>(async (request, { id, kind }) => {
  const revision = shownRevisionSchema.safeParse(Number(new URL(request.url).searchParams.get('revision')));
  if (!revision.success) throw new UserError(400, 'A still names the revision that it shows.');
  await writeShown(kindOf(kind), id, revision.data, request);
  return null;
});
