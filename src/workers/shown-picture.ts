import type { ColourReading } from '@/core/finish/colour-reading';
import { scopesOf, type Scopes } from '@/core/finish/scopes';
import type { FrameState } from '@/core/frame/frame-state';
import type { Painter } from '@/picture/painter';

type Answer = (painter: Painter, state: FrameState) => void;

/** Questions about the picture that is shown: answered once there is one, as between a quick picture and a better one there is none. */
export class ShownPicture {
  private asked: Answer[] = [];

  scopes(tell: (scopes: Scopes) => void): void {
    this.asked.push((painter, state) => tell(scopesOf(painter.read(state, false), painter.frameSize[0])));
  }

  /** @param x -1 (left) to 1 (right); y -1 (bottom) to 1 (top) */
  colour(x: number, y: number, tell: (reading: ColourReading) => void): void {
    this.asked.push((painter, state) => {
      const [width, height] = painter.frameSize;
      const at = (share: number, size: number) => Math.max(0, Math.min(size - 1, Math.floor(share * size)));
      const three = ([red = 0, green = 0, blue = 0]: ArrayLike<number> & Iterable<number>) => [red, green, blue] as const;
      const { linear, code } = painter.readColour(state, at((x + 1) / 2, width), at((1 - y) / 2, height));
      tell({ linear: three(linear), code: three(code) });
    });
  }

  /** Answers what was asked, where anything has been drawn. */
  answer(painter: Painter | null, state: FrameState | null): void {
    if (this.asked.length === 0 || !painter || !state || painter.sampleCount === 0) return;
    const asked = this.asked;
    this.asked = [];
    for (const each of asked) each(painter, state);
  }
}
