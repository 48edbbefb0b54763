import { readVideo, storeVideo } from '@/server/renders';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => {
  const { name, bytes, stream } = await readVideo(id);
  return new Response(stream, {
    headers: {
      'Content-Type': name.endsWith('.mp4') ? 'video/mp4' : 'video/webm',
      'Content-Length': String(bytes),
      'Content-Disposition': `attachment; filename="${name}"`,
    },
  });
});

export const PUT = route<{ id: string }>(async (request, { id }) => {
  await storeVideo(id, request);
  return null;
});
