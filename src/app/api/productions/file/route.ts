import { MAX_FILE_BYTES } from '@/core/interchange/production-file';
import { openProductionFile } from '@/server/production-files';
import { readBody, route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const POST = route(async (request) => openProductionFile(await readBody(request, MAX_FILE_BYTES, 'A production file')));
