import { licences } from '@/server/licences';
import { About } from '@/rooms/desk/about';

export const dynamic = 'force-dynamic';

export default async function AboutPage() {
  return <About licences={await licences()} />;
}
