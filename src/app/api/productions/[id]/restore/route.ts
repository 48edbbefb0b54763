import { restoreProduction } from '@/server/productions';
import { route } from '@/server/route';

export const POST = route<{ id: string }>(async (_request, { id }) => {
  await restoreProduction(id);
  return null;
});
