import { route } from '@/server/route';
import { loadVersion } from '@/server/versions';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string; version: string }>(async (_request, { id, version }) => ({
  document: await loadVersion(id, version),
}));
