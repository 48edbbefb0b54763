import { readVideo, storeVideo } from '@/server/renders';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** Which of the videos of a render is meant; the first if it is not said. */
const kindOf = (request: Request): string | null => new URL(request.url).searchParams.get('kind');

export const GET = route<{ id: string }>(async (request, { id }) => {
  const { name, mediaType, bytes, stream } = await readVideo(id, kindOf(request));
  return new Response(stream, {
    headers: {
      'Content-Type': mediaType,
      'Content-Length': String(bytes),
      'Content-Disposition': `attachment; filename="${name}"`,
    },
  });
});

export const PUT = route<{ id: string }>(async (request, { id }) => {
  await storeVideo(id, kindOf(request), request);
  return null;
});
