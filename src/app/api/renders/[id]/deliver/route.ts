import { z } from 'zod';
import { deliver } from '@/server/outside/intake';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const orderSchema = z.object({ station: z.string().regex(/^[a-z0-9-]{1,40}$/), kind: z.string().max(40).nullable().default(null) });

export const POST = route<{ id: string }>(async (request, { id }) => {
  const { station, kind } = await readJson(request, orderSchema);
  return deliver(id, station, kind);
});
