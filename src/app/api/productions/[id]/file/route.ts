import { fileOfProduction } from '@/server/production-files';
import { route } from '@/server/route';

export const dynamic = 'force-dynamic';

export const GET = route<{ id: string }>(async (_request, { id }) => {
  const { name, type, bytes } = await fileOfProduction(id);
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'Content-Type': type,
      'Content-Length': String(bytes.length),
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
