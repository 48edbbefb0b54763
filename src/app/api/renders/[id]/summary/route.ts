import { renderSummary } from '@/server/renders';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>((_request, { id }) => renderSummary(id));
