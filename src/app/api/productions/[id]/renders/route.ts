import { renderOrderSchema } from '@/core/delivery/render-settings';
import { orderRender } from '@/server/queue/queue';
import { listRenders } from '@/server/renders';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => ({ renders: await listRenders(id) }));

export const POST = route<{ id: string }>(async (request, { id }) => orderRender(id, await readJson(request, renderOrderSchema)));
