import { removeForGood } from '@/server/productions';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await removeForGood(id);
  return null;
});
