import { notFound } from 'next/navigation';
import { UserError } from '@/server/errors';
import { loadProduction } from '@/server/productions';
import { keepVersion } from '@/server/versions';
import { ProductionRooms } from '@/rooms/production-rooms';
import { isRoom } from '@/rooms/workspace/rooms';

export const dynamic = 'force-dynamic';

export default async function RoomPage({ params }: { params: Promise<{ id: string; room: string }> }) {
  const { id, room } = await params;
  if (!isRoom(room)) notFound();
  let loaded: Awaited<ReturnType<typeof loadProduction>>;
  try {
    loaded = await loadProduction(id);
    // What it was before this visit can be had back.
    await keepVersion(id);
  } catch (error) {
    if (error instanceof UserError && error.status === 404) notFound();
    throw error;
  }
  return <ProductionRooms id={id} room={room} document={loaded.document} revision={loaded.revision} />;
}
