import { listStations } from '@/server/outside/intake';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ stations: await listStations() }));
