import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { drawFrame } from '@/picture/draw-frame';
import { Painter } from '@/picture/painter';
import { DrawnPicture, writeFrame } from '@/workers/frame-writers';
import type { PictureBench } from './picture';
import { revived } from './plain-solids';

/** Runs in the page: what frames take when they are drawn, read back and written as PNG, and nothing else, milliseconds a frame. */
export interface RenderParts {
  draw: number;
  write: number;
}

async function run({ production, solids: given, full }: PictureBench, frames: readonly number[], samples: number): Promise<RenderParts> {
  const painter = new Painter(new OffscreenCanvas(full.width, full.height));
  const solids = Object.fromEntries(Object.entries(given).map(([id, mark]) => [id, revived(mark)]));
  for (const [id, mark] of Object.entries(solids)) painter.stage.setSolids(id, mark);
  const scenery = { production, boundsOf: (id: string) => solids[id]?.bounds };
  const png = outputOfKind('png');
  const total: RenderParts = { draw: 0, write: 0 };
  for (const [i, frame] of [frames[0] as number, ...frames].entries()) {
    const began = performance.now();
    const state = await drawFrame(painter, scenery, { frame, ...full, samples, traced: false });
    await painter.finished();
    const drawn = performance.now();
    if (!state) throw new Error('No frame was drawn.');
    const order = { id: 0, frame, ...full, samples, alpha: false, files: [png] };
    await writeFrame(new DrawnPicture(painter, scenery, order, state, async () => true), [png]);
    // The first one is drawn to have all programs taken.
    if (i === 0) continue;
    total.draw += (drawn - began) / frames.length;
    total.write += (performance.now() - drawn) / frames.length;
  }
  painter.dispose();
  return total;
}

(globalThis as unknown as { benchRenderParts: typeof run }).benchRenderParts = run;
