import { z } from 'zod';
import { stationIdField } from '@/core/delivery/intake';
import { deliver } from '@/server/outside/intake';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const orderSchema = z.object({ station: stationIdField, kind: z.string().max(40).nullable().default(null) });

export const POST = route<{ id: string }>(async (request, { id }) => {
  const { station, kind } = await readJson(request, orderSchema);
  return deliver(id, station, kind);
});
