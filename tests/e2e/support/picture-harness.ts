import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import type { Production } from '@/core/production/production';
import { drawFrame } from '@/picture/draw-frame';
import { Painter } from '@/picture/painter';

/** Draws frames in an empty page, without the application around them. */
export interface DrawOrder {
  production: Production;
  frame: number;
  width: number;
  height: number;
  samples: number;
  alpha: boolean;
}

async function draw({ production, alpha, ...size }: DrawOrder): Promise<number[]> {
  const painter = new Painter(new OffscreenCanvas(16, 16));
  const solids = new Map<string, MarkSolids>(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  for (const [id, mark] of solids) painter.stage.setSolids(id, mark);
  const state = await drawFrame(painter, { production, boundsOf: (id) => solids.get(id)?.bounds }, size);
  const pixels = state ? painter.read(state, alpha) : new Uint8Array();
  painter.dispose();
  return [...pixels];
}

Object.assign(globalThis, { draw });
