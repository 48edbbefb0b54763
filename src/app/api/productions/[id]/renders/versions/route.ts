import { versionsOrderSchema } from '@/core/versions/order';
import { orderVersions } from '@/server/order-versions';
import { readJson, route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** Longest order with a table in it, bytes. */
const MAX_ORDER = 4_500_000;

export const POST = route<{ id: string }>(async (request, { id }) =>
  orderVersions(id, await readJson(request, versionsOrderSchema, MAX_ORDER)),
);
