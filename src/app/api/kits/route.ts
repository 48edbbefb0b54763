import { kitSchema } from '@/core/production/kits';
import { addKit, listKits } from '@/server/kits';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ kits: await listKits() }));

export const POST = route(async (request) => addKit(await readJson(request, kitSchema)));
