import { kitSchema } from '@/core/production/kits';
import { changeKit, removeKit } from '@/server/kits';
import { readJson, route } from '@/server/route';

export const PUT = route<{ id: string }>(async (request, { id }) => changeKit(id, await readJson(request, kitSchema)));

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await removeKit(id);
  return null;
});
