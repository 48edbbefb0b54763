import { cleanText } from '@/core/schema/text';
import { MAX_FONT_BYTES } from '@/core/outline/shipped-fonts';
import { addFont, listUploadedFonts } from '@/server/fonts';
import { readBody, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => ({ fonts: await listUploadedFonts() }));

export const POST = route(async (request) => {
  const name = new URL(request.url).searchParams.get('name') ?? 'font';
  return addFont(cleanText(name, 120), await readBody(request, MAX_FONT_BYTES, 'A font file'));
});
