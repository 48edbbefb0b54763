import { z } from 'zod';
import { nameField } from '@/core/schema/text';
import { readJson, route } from '@/server/route';
import { keepVersion, listVersions } from '@/server/versions';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => ({ versions: await listVersions(id) }));

export const POST = route<{ id: string }>(async (request, { id }) => {
  const { name } = await readJson(request, z.object({ name: nameField(80, 'A version that is kept needs a name.') }));
  await keepVersion(id, name);
  return { versions: await listVersions(id) };
});
