import { route } from '@/server/route';
import { listUnused, removeUnused } from '@/server/unused';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ unused: await listUnused() }));

export const DELETE = route(async () => ({ removed: await removeUnused() }));
