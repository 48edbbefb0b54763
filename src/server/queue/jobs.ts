import 'server-only';
import { sql, type SQL } from 'drizzle-orm';
import { CHUNK, LEASE_SECONDS, RETRIES, type Job, type JobWork } from '@/core/delivery/jobs';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import { database } from '../database';
import { jobEngine } from './boss';

/** Who does a job: a page that draws, or this server with an outside program. */
export type Worker = 'page' | 'server';

/** Each render has a queue for either, so renders are held back and put in another order as a whole. */
const queueOf = (renderId: string, worker: Worker): string => `${worker}-${renderId}`;

const workerOf = (work: JobWork): Worker => (work.kind === 'video' && outputNamed(work.output).by === 'ffmpeg' ? 'server' : 'page');

const HOW = { retryLimit: RETRIES, retryDelay: 2, expireInSeconds: LEASE_SECONDS } as const;

/** Of the table of jobs: those of a render. */
const ofRender = (renderId: string) => sql`name in (${queueOf(renderId, 'page')}, ${queueOf(renderId, 'server')})`;

/** Puts jobs back as if they had never been taken. */
async function putBack(which: SQL): Promise<void> {
  const db = await database();
  await db.execute(sql`update pgboss.job set state = 'created', started_on = null where state = 'active' and ${which}`);
}

/** Whether there are queues of a render: there are none before its turn comes. */
export async function hasQueues(renderId: string): Promise<boolean> {
  const boss = await jobEngine();
  return (await boss.getQueue(queueOf(renderId, 'page'))) !== null;
}

async function ensureQueues(renderId: string): Promise<void> {
  if (await hasQueues(renderId)) return;
  const boss = await jobEngine();
  for (const worker of ['page', 'server'] as const) {
    const name = queueOf(renderId, worker);
    await boss.createQueue(name, { name, policy: 'standard', ...HOW });
  }
}

/** Queues work for a render. */
export async function addJobs(renderId: string, works: readonly JobWork[]): Promise<void> {
  if (works.length === 0) return;
  await ensureQueues(renderId);
  const boss = await jobEngine();
  // In one statement, whatever their number; all of them are of one moment then, so their order is said.
  await boss.insert(works.map((data, i) => ({ name: queueOf(renderId, workerOf(data)), data, priority: -i, ...HOW })));
}

/** Frames in as many works as they are drawn in. */
export function chunked(frames: readonly number[]): JobWork[] {
  return Array.from({ length: Math.ceil(frames.length / CHUNK) }, (_, i) => ({
    kind: 'frames',
    frames: frames.slice(i * CHUNK, (i + 1) * CHUNK),
  }));
}

/** Works of a render that are still to be done or under way. */
export async function liveJobs(renderId: string): Promise<JobWork[]> {
  await jobEngine();
  const db = await database();
  const { rows } = await db.execute<{ data: JobWork }>(
    sql`select data from pgboss.job where ${ofRender(renderId)} and state in ('created', 'retry', 'active')`,
  );
  return rows.map(({ data }) => data);
}

/** How many jobs of each render are under way. */
export async function takenJobs(): Promise<ReadonlyMap<string, number>> {
  await jobEngine();
  const db = await database();
  const { rows } = await db.execute<{ name: string; jobs: number }>(
    sql`select name, count(*)::int as jobs from pgboss.job where state = 'active' group by name`,
  );
  const taken = new Map<string, number>();
  for (const { name, jobs } of rows) {
    const id = name.slice(name.indexOf('-') + 1);
    taken.set(id, (taken.get(id) ?? 0) + jobs);
  }
  return taken;
}

/** Gives the next job of a render to a worker; null where there is none for it. */
export async function takeJob(renderId: string, worker: Worker): Promise<Job | null> {
  if (!(await hasQueues(renderId))) return null;
  const boss = await jobEngine();
  const [job] = await boss.fetch<JobWork>(queueOf(renderId, worker));
  return job ? { id: job.id, renderId, work: job.data } : null;
}

/** Says that a job is worked on still. @returns whether it is: it may have been taken back */
export async function touchJob(renderId: string, jobId: string): Promise<boolean> {
  const db = await database();
  const { rows } = await db.execute(
    sql`update pgboss.job set started_on = now() where id = ${jobId} and state = 'active' and ${ofRender(renderId)} returning id`,
  );
  return rows.length > 0;
}

export async function completeJob({ renderId, id, work }: Job): Promise<void> {
  await (await jobEngine()).complete(queueOf(renderId, workerOf(work)), id);
}

/** Notes that a job failed. @returns whether it will be tried again */
export async function failJob({ renderId, id, work }: Job, reason: string): Promise<boolean> {
  const boss = await jobEngine();
  await boss.fail(queueOf(renderId, workerOf(work)), id, { reason });
  return (await boss.getJobById(queueOf(renderId, workerOf(work)), id))?.state === 'retry';
}

/** Puts a job back as if it had never been taken. */
export const giveBackJob = ({ id, renderId }: Job): Promise<void> => putBack(sql`id = ${id} and ${ofRender(renderId)}`);

/** A job that was taken, by its id; null where there is none. */
export async function takenJob(renderId: string, jobId: string): Promise<Job | null> {
  const db = await database();
  const { rows } = await db.execute<{ data: JobWork }>(
    sql`select data from pgboss.job where id = ${jobId} and state = 'active' and ${ofRender(renderId)}`,
  );
  return rows[0] ? { id: jobId, renderId, work: rows[0].data } : null;
}

/** Gives jobs whose workers have fallen silent to others. */
export async function freeOverdue(): Promise<void> {
  await (await jobEngine()).expire();
}

/** Takes all work of a render away. */
export async function dropJobs(renderId: string): Promise<void> {
  if (!(await hasQueues(renderId))) return;
  const boss = await jobEngine();
  const db = await database();
  for (const worker of ['page', 'server'] as const) {
    // A queue goes only when nothing lies in it.
    await db.execute(sql`delete from pgboss.job where name = ${queueOf(renderId, worker)}`);
    await boss.deleteQueue(queueOf(renderId, worker));
  }
}

/** Puts back what a server had taken that is no more: nobody else does its work. */
export async function freeServerJobs(): Promise<void> {
  await jobEngine();
  await putBack(sql`name like 'server-%'`);
}
