import { cleanText } from '@/core/schema/text';
import { MAX_SOUND_BYTES } from '@/core/production/sound';
import { readBody, route } from '@/server/route';
import { addSound } from '@/server/sounds';

export const POST = route(async (request) => {
  const name = new URL(request.url).searchParams.get('name') ?? 'sound';
  return addSound(cleanText(name, 120), await readBody(request, MAX_SOUND_BYTES, 'A sound file'));
});
