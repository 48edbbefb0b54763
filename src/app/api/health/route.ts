import { dataFolder } from '@/server/data-folder';
import { database } from '@/server/database';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route(async () => {
  await database();
  return { application: 'ironsky', folder: dataFolder() };
});
