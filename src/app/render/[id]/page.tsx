import { RenderPage } from '@/rooms/master/render-page';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <RenderPage id={(await params).id} />;
}
