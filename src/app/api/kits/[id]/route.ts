import { removeKit } from '@/server/kits';
import { route } from '@/server/route';

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await removeKit(id);
  return null;
});
