import { useEffect, useRef } from 'react';
import type { Production } from '@/core/production/production';
import { stillFrame } from '@/core/production/still';
import { api } from '@/parts/api';
import { PictureClient } from '@/parts/picture-client';
import type { ProductionSummary } from '@/core/production/listing';

const STILL_SIDE = 640;
const STILL_SAMPLES = 16;

/** Draws the stills that are missing or show an older revision, one after another. */
export function useStills(list: readonly ProductionSummary[], onMade: () => Promise<void>): void {
  const tried = useRef(new Set<string>());
  useEffect(() => {
    const next = list.find(({ id, revision, stillRevision }) => stillRevision !== revision && !tried.current.has(`${id}/${revision}`));
    if (!next) return;
    const attempted = tried.current;
    const attempt = `${next.id}/${next.revision}`;
    attempted.add(attempt);
    const client = new PictureClient();
    client.useCanvas(new OffscreenCanvas(16, 16));
    const draw = async () => {
      const { document, revision } = await api<{ document: Production; revision: number }>(`/api/productions/${next.id}`);
      const { width, height } = document.format;
      const scale = STILL_SIDE / Math.max(width, height);
      client.setProduction(document);
      const png = await client.frame({
        frame: stillFrame(document),
        width: Math.round(width * scale),
        height: Math.round(height * scale),
        samples: STILL_SAMPLES,
        alpha: false,
        as: 'png',
      });
      await api(`/api/productions/${next.id}/still?revision=${revision}`, { method: 'PUT', body: png as Uint8Array<ArrayBuffer> });
    };
    let over = false;
    // One that cannot be drawn now is tried again with the next visit; the others have their turn.
    draw()
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
