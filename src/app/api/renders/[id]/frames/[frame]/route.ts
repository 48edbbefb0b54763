import { UserError } from '@/server/errors';
import { readFrame, storeFrame } from '@/server/renders';
import { readBody, route } from '@/server/route';

export const dynamic = 'force-dynamic';

const MAX_FRAME_BYTES = 400_000_000;

function frameNumber(text: string): number {
  if (!/^\d{1,6}$/.test(text)) throw new UserError(400, 'A frame is a whole number.');
  return Number(text);
}

export const GET = route<{ id: string; frame: string }>(async (_request, { id, frame }) => {
  const png = await readFrame(id, frameNumber(frame));
  return new Response(new Uint8Array(png), { headers: { 'Content-Type': 'image/png', 'Cache-Control': 'no-cache' } });
});

export const PUT = route<{ id: string; frame: string }>(async (request, { id, frame }) => {
  await storeFrame(id, frameNumber(frame), await readBody(request, MAX_FRAME_BYTES, 'A frame'));
  return null;
});
