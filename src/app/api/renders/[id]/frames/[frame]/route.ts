import { UserError } from '@/server/errors';
import { readFrame, storeFrame } from '@/server/renders';
import { pngResponse, route } from '@/server/route';

export const dynamic = 'force-dynamic';

function frameNumber(text: string): number {
  if (!/^\d{1,6}$/.test(text)) throw new UserError(400, 'A frame is a whole number.');
  return Number(text);
}

export const GET = route<{ id: string; frame: string }>(async (_request, { id, frame }) => {
  return pngResponse(await readFrame(id, frameNumber(frame)));
});

export const PUT = route<{ id: string; frame: string }>(async (request, { id, frame }) => {
  await storeFrame(id, frameNumber(frame), request);
  return null;
});
