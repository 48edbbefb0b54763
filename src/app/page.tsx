import { listProductions } from '@/server/productions';
import { Desk } from '@/rooms/desk/desk';

export const dynamic = 'force-dynamic';

export default async function DeskPage() {
  return <Desk initial={await listProductions()} />;
}
