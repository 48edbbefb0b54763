import { route } from '@/server/route';
import { trackerQuerySchema, trackerStream } from '@/server/tracker';

export const dynamic = 'force-dynamic';

/** Poses of a simulated hand-held camera, streamed: docs/poses.md says how. */
export const GET = route(async (request) => {
  const settings = trackerQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
  return new Response(trackerStream(settings), { headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' } });
});
