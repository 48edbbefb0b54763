import { readVideo, storeVideo } from '@/server/renders';
import { readBody, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const MAX_VIDEO_BYTES = 4_000_000_000;

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
  await storeVideo(id, await readBody(request, MAX_VIDEO_BYTES, 'A video'));
  return null;
});
