import { UserError } from '@/server/errors';
import { readFrame, storeFrame } from '@/server/renders';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

function frameNumber(text: string): number {
  if (!/^\d{1,6}$/.test(text)) throw new UserError(400, 'A frame is a whole number.');
  return Number(text);
}

/** Which of the pictures of a frame is meant; the first that was ordered if it is not said. */
const nameOf = (request: Request): string | null => new URL(request.url).searchParams.get('as');

export const GET = route<{ id: string; frame: string }>(async (request, { id, frame }) => {
  const { bytes, mediaType } = await readFrame(id, frameNumber(frame), nameOf(request));
  return new Response(new Uint8Array(bytes), { headers: { 'Content-Type': mediaType, 'Cache-Control': 'no-cache' } });
});

export const PUT = route<{ id: string; frame: string }>(async (request, { id, frame }) => {
  await storeFrame(id, frameNumber(frame), request, nameOf(request));
  return null;
});
