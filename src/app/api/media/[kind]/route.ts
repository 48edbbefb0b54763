import { cleanText } from '@/core/schema/text';
import { UserError } from '@/server/errors';
import { isMediaKind, takeMedia } from '@/server/media';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const POST = route<{ kind: string }>(async (request, { kind }) => {
  if (!isMediaKind(kind)) throw new UserError(404, 'There is nothing at this address.');
  const name = new URL(request.url).searchParams.get('name') ?? kind;
  return takeMedia(kind, cleanText(name, 120), request);
});
