import { z } from 'zod';
import { setStatus } from '@/server/queue/queue';
import { openRender, removeRender } from '@/server/renders';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>((_request, { id }) => openRender(id));

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await removeRender(id);
  return { removed: id };
});

export const PATCH = route<{ id: string }>(async (request, { id }) => {
  const { status } = await readJson(request, z.object({ status: z.enum(['open', 'paused', 'cancelled']) }));
  return setStatus(id, status);
});
