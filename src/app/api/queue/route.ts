import { z } from 'zod';
import { orderQueue } from '@/server/renders';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** Puts the queue in another order. */
export const PATCH = route(async (request) => {
  const { order } = await readJson(request, z.object({ order: z.array(z.uuid()).max(1000) }));
  await orderQueue(order);
  return null;
});
