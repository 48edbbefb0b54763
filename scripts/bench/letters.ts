import { evaluate } from '@/core/frame/evaluate';
import { subFrameSample } from '@/core/optics/samples';
import { framesPerSecond } from '@/core/time/rate';
import { Painter } from '@/picture/painter';
import { timed, type PictureBench } from './picture';
import { revived } from './plain-solids';

/** Runs in the page: times the lit picture of a production at two frames, each drawn anew with its own state. */
export interface LettersOrder extends Pick<PictureBench, 'production' | 'solids' | 'preview'> {
  frames: readonly number[];
}

function run({ production, solids, preview, frames }: LettersOrder): number[] {
  const canvas = new OffscreenCanvas(16, 16);
  const painter = new Painter(canvas);
  for (const [id, mark] of Object.entries(solids)) painter.stage.setSolids(id, revived(mark));
  const fps = framesPerSecond(production.format.rate);
  const gl = canvas.getContext('webgl2') as WebGL2RenderingContext;
  const pixel = new Uint8Array(4);
  painter.resize(preview.width, preview.height);
  return frames.map((frame) => {
    let i = 0;
    const draw = () => {
      // A little on from picture to picture, as while it plays.
      const state = evaluate(production, (frame + 0.01 * i++) / fps, (id) => solids[id]?.bounds);
      painter.restart();
      painter.addSubFrame(state, 'lit', subFrameSample(1, 0, 1));
      painter.present(state);
    };
    return timed(9, draw, () => gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel));
  });
}

Object.assign(globalThis, { benchLetters: run });
