import { listBin } from '@/server/productions';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ deleted: await listBin() }));
