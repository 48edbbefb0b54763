import { thisMachine } from '@/server/machine';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

/** What the machine can do for a render: room on its disk, and an outside program for mezzanine files. */
export const GET = route(() => thisMachine());
