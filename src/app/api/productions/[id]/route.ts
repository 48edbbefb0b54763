import { z } from 'zod';
import { readProduction } from '@/core/production/migrate';
import { productionSchema } from '@/core/production/production';
import { deleteProduction, loadProduction, renameProduction, saveProduction } from '@/server/productions';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const MAX_DOCUMENT_BYTES = 20_000_000;
const saveSchema = z.object({ revision: z.int().min(1), document: z.unknown() });

export const GET = route<{ id: string }>((_request, { id }) => loadProduction(id));

export const PUT = route<{ id: string }>(async (request, { id }) => {
  const { revision, document } = await readJson(request, saveSchema, MAX_DOCUMENT_BYTES);
  return { revision: await saveProduction(id, revision, readProduction(document)) };
});

export const PATCH = route<{ id: string }>(async (request, { id }) => {
  const { name } = await readJson(request, z.object({ name: productionSchema.shape.name }));
  await renameProduction(id, name);
  return null;
});

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await deleteProduction(id);
  return null;
});
