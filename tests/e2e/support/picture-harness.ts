import { evaluate } from '@/core/frame/evaluate';
import type { MarkSolids } from '@/core/frame/mark-solids';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { buildMark } from '@/core/frame/mark-solids';
import { exposureSeconds, frameToSeconds } from '@/core/time/rate';
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

function draw({ production, frame, width, height, samples, alpha }: DrawOrder): number[] {
  const painter = new Painter(new OffscreenCanvas(16, 16));
  const solids = new Map<string, MarkSolids>(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  for (const [id, mark] of solids) painter.stage.setSolids(id, mark);
  painter.resize(width, height);
  const boundsOf = (id: string) => solids.get(id)?.bounds;
  const seconds = frameToSeconds(frame, production.format.rate);
  const exposure = exposureSeconds(production.shutterDeg, production.format.rate);
  for (let i = 0; i < samples; i++) {
    const sample = subFrameSample(production.seed, i, samples);
    painter.addSubFrame(
      evaluate(production, seconds + (sample.shutter - 0.5) * exposure, boundsOf, { pictureFrame: frame }),
      'full',
      sample,
    );
  }
  const pixels = painter.read(evaluate(production, seconds, boundsOf), alpha);
  painter.dispose();
  return [...pixels];
}

Object.assign(globalThis, { draw });
