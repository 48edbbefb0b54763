import { z } from 'zod';
import { listQueue, orderQueue } from '@/server/renders';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ renders: await listQueue() }));

/** Puts the queue in another order. */
export const PATCH = route(async (request) => {
  const { order } = await readJson(request, z.object({ order: z.array(z.uuid()).max(1000) }));
  await orderQueue(order);
  return { renders: await listQueue() };
});
