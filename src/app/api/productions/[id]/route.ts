import { z } from 'zod';
import { productionSchema } from '@/core/production/production';
import { textField } from '@/core/schema/text';
import { checkDocument } from '@/server/checked-document';
import { deleteProduction, fileProduction, loadProduction, renameProduction, saveProduction } from '@/server/productions';
import { revisionSchema } from '@/server/revision';
import { MAX_DOCUMENT_BYTES, readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const saveSchema = z.object({ revision: revisionSchema, document: z.unknown(), save: z.uuid().optional() });

const changeSchema = z.object({ name: productionSchema.shape.name.optional(), folder: textField(60).optional() });

export const GET = route<{ id: string }>((_request, { id }) => loadProduction(id));

export const PUT = route<{ id: string }>(async (request, { id }) => {
  const { revision, document, save } = await readJson(request, saveSchema, MAX_DOCUMENT_BYTES);
  return { revision: await saveProduction(id, { based: revision, document: checkDocument(document), save }) };
});

export const PATCH = route<{ id: string }>(async (request, { id }) => {
  const { name, folder } = await readJson(request, changeSchema);
  if (name !== undefined) await renameProduction(id, name);
  if (folder !== undefined) await fileProduction(id, folder);
  return null;
});

export const DELETE = route<{ id: string }>(async (_request, { id }) => {
  await deleteProduction(id);
  return null;
});
