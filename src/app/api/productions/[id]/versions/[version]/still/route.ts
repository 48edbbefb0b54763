import { pngResponse, route } from '@/server/route';
import { versionStill } from '@/server/versions';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string; version: string }>(async (_request, { id, version }) =>
  pngResponse(await versionStill(id, version)),
);
