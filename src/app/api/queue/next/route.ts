import { z } from 'zod';
import { takeNext } from '@/server/queue/queue';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** The next job for a page that draws. */
export const POST = route(async (request) => {
  const { render } = await readJson(request, z.object({ render: z.uuid().nullable().default(null) }));
  return { job: await takeNext('page', render) };
});
