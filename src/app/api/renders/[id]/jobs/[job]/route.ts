import { z } from 'zod';
import { JOB_ENDS } from '@/core/delivery/jobs';
import { endJob, keepJob } from '@/server/queue/queue';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const told = z.union([
  z.object({ state: z.literal('working') }),
  z.object({ state: z.enum(JOB_ENDS), reason: z.string().max(2000).optional() }),
]);

/** Whoever has a job tells of it: that it is worked on, or how it ended. A page that closes says so too. */
export const POST = route<{ id: string; job: string }>(async (request, { id, job }) => {
  const now = await readJson(request, told);
  if (now.state === 'working') return { isWanted: await keepJob(id, job) };
  await endJob(id, job, now.state, now.reason);
  return null;
});
