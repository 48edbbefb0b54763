import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { useEffect, useRef } from 'react';
import type { Production } from '@/core/production/production';
import { STRIP_WIDTH, stillFrame, stripFrames } from '@/core/production/still';
import { api } from '@/parts/api';
import { PictureClient } from '@/parts/picture-client';
import type { ProductionSummary } from '@/core/production/listing';

/** What the desk shows of a production, in the order in which it is drawn: something small at once, then the still, then the strip. */
const SHOWN = {
  small: { side: 240, samples: 2, isMissing: ({ stillRevision }: ProductionSummary) => stillRevision === null },
  still: { side: 640, samples: 16, isMissing: ({ stillRevision, revision }: ProductionSummary) => stillRevision !== revision },
  strip: { side: STRIP_WIDTH, samples: 3, isMissing: ({ stripRevision, revision }: ProductionSummary) => stripRevision !== revision },
} as const;
type Shown = keyof typeof SHOWN;

interface Task {
  production: ProductionSummary;
  what: Shown;
}

const nameOf = ({ production: { id, revision }, what }: Task) => `${id}/${revision}/${what}`;

/** The next picture that is missing or shows an older revision. */
function nextTask(list: readonly ProductionSummary[], tried: ReadonlySet<string>): Task | undefined {
  for (const what of Object.keys(SHOWN) as Shown[])
    for (const production of list) {
      const task = { production, what };
      if (production.format && SHOWN[what].isMissing(production) && !tried.has(nameOf(task))) return task;
    }
  return undefined;
}

function sizeOf({ width, height }: Production['format'], side: number) {
  const scale = side / Math.max(width, height);
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/** Frames side by side, as one picture. */
async function stripOf(client: PictureClient, document: Production): Promise<Blob> {
  const { side, samples } = SHOWN.strip;
  const size = sizeOf(document.format, side);
  const frames = stripFrames(document);
  const canvas = new OffscreenCanvas(size.width * frames.length, size.height);
  const context = canvas.getContext('2d');
  for (const [i, frame] of frames.entries()) {
    const rgba = await client.frame({ frame, ...size, samples, alpha: false, traced: false, as: { kind: 'rgba' } });
    context?.putImageData(new ImageData(new Uint8ClampedArray(rgba), size.width, size.height), i * size.width, 0);
  }
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
}

async function draw(client: PictureClient, { production: { id }, what }: Task): Promise<void> {
  const { document, revision } = await api<{ document: Production; revision: number }>(`/api/productions/${id}`);
  client.useCanvas(new OffscreenCanvas(16, 16));
  client.setProduction(document);
  if (what === 'strip') {
    await api(`/api/productions/${id}/shown/strip?revision=${revision}`, { method: 'PUT', body: await stripOf(client, document) });
    return;
  }
  const { side, samples } = SHOWN[what];
  const png = await client.frame({
    frame: stillFrame(document),
    ...sizeOf(document.format, side),
    samples,
    alpha: false,
    traced: false,
    as: outputOfKind('png'),
  });
  const shows = what === 'small' ? 0 : revision;
  await api(`/api/productions/${id}/shown/still?revision=${shows}`, { method: 'PUT', body: png as Uint8Array<ArrayBuffer> });
}

/** Draws what the desk shows and is missing, one picture after another. */
export function useStills(list: readonly ProductionSummary[], onMade: () => Promise<void>): void {
  const tried = useRef(new Set<string>());
  useEffect(() => {
    const attempted = tried.current;
    const next = nextTask(list, attempted);
    if (!next) return;
    const attempt = nameOf(next);
    attempted.add(attempt);
    const client = new PictureClient();
    let over = false;
    // One that cannot be drawn now is tried again with the next visit; the others have their turn.
    draw(client, next)
      .catch(() => undefined)
      .then(() => {
        if (over) return undefined;
        over = true;
        client.dispose();
        return onMade().catch(() => undefined);
      });
    return () => {
      if (over) return;
      // The list changed under it: its turn comes again.
      over = true;
      attempted.delete(attempt);
      client.dispose();
    };
  }, [list, onMade]);
}
