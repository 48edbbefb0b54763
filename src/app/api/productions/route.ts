import { z } from 'zod';
import { frameFormatSchema, productionSchema } from '@/core/production/production';
import { createProduction, duplicateProduction, listProductions } from '@/server/productions';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const createSchema = z.union([
  z.object({ duplicate: z.string() }),
  z.object({ name: productionSchema.shape.name, format: frameFormatSchema }),
]);

export const GET = route(async () => ({ productions: await listProductions() }));

export const POST = route(async (request) => {
  const body = await readJson(request, createSchema);
  return 'duplicate' in body ? duplicateProduction(body.duplicate) : createProduction(body.name, body.format);
});
