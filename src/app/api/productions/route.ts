import { z } from 'zod';
import { frameFormatSchema, productionSchema } from '@/core/production/production';
import { createProduction, duplicateProduction, importProduction, listProductions } from '@/server/productions';
import { MAX_DOCUMENT_BYTES, readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const createSchema = z.union([
  z.object({ duplicate: z.string().max(60) }),
  z.object({ document: z.record(z.string(), z.unknown()) }),
  z.object({ name: productionSchema.shape.name, format: frameFormatSchema }),
]);

export const GET = route(async () => ({ productions: await listProductions() }));

export const POST = route(async (request) => {
  const body = await readJson(request, createSchema, MAX_DOCUMENT_BYTES);
  if ('duplicate' in body) return duplicateProduction(body.duplicate);
  return 'document' in body ? importProduction(body.document) : createProduction(body.name, body.format);
});
