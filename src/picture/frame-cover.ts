import { withoutEffects } from '@/core/finish/reach';
import { evaluate } from '@/core/frame/evaluate';
import { subFrameSample } from '@/core/optics/samples';
import { exposureSeconds, frameToSeconds } from '@/core/time/rate';
import type { Scenery } from './draw-frame';
import type { Painter } from './painter';

/** How much of a frame a mark covers. */
export interface FrameCover {
  /** Delivered frame. */
  frame: number;
  /** Share of the frame, 0..1. */
  share: number;
  /** Nothing is seen past it anywhere, at any moment of the exposure. */
  isWhole: boolean;
}

const WIDTH = 96;
const SAMPLES = 4;

/** Draws a mark alone, small, at frames of a production, and looks how much of each it covers. */
export function frameCover(
  painter: Painter,
  { production, boundsOf, probe }: Scenery,
  markId: string,
  frames: readonly number[],
): FrameCover[] {
  const { seed, shutterDeg, format } = production;
  const exposure = exposureSeconds(shutterDeg, format.rate);
  painter.resize(WIDTH, Math.max(1, Math.round((WIDTH * format.height) / format.width)));
  return frames.map((frame): FrameCover => {
    const seconds = frameToSeconds(frame, format.rate);
    const alone = (at: number) => {
      const state = evaluate(production, at, boundsOf, { probe, pictureFrame: frame });
      return withoutEffects({ ...state, marks: state.marks.filter(({ id }) => id === markId), set: [], plate: null });
    };
    painter.restart();
    for (let i = 0; i < SAMPLES; i++) {
      const sample = subFrameSample(seed, i, SAMPLES);
      painter.addSubFrame(alone(seconds + (sample.shutter - 0.5) * exposure), 'full', sample);
    }
    const pixels = painter.read(alone(seconds), true);
    let [sum, least] = [0, 255];
    for (let i = 3; i < pixels.length; i += 4) {
      const there = pixels[i] as number;
      sum += there;
      least = Math.min(least, there);
    }
    return { frame, share: sum / 255 / (pixels.length / 4), isWhole: least >= 254 };
  });
}
