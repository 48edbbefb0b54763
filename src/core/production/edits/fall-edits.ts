import { unpackFall } from '../../fall/packed-fall';
import { fallSeconds } from '../../fall/fall-motion';
import { straightKey } from '../../motion/channel';
import { ofKind } from '../../schema/owner-kind';
import { framesPerSecond } from '../../time/rate';
import type { Mark } from '../mark';
import type { FallOf } from '../owners/fall';
import type { Production } from '../production';

/** Says what of a mark falls, from a frame of the scene on, at first to where the floor lies; what was solved before is gone. */
export function setFallOf({ set }: Pick<Production, 'set'>, { fall }: Mark, of: FallOf, frame: number): void {
  if (fall.settings.of === of) return;
  if (fall.settings.of === 'nothing') {
    fall.settings.frame = Math.round(frame);
    fall.settings.floorY = ofKind(set, 'floor')?.channels.level.rest ?? 0;
  }
  fall.settings.of = of;
  fall.solved = null;
}

/** How a fall that was solved runs: as it fell, or back, so that what lies about comes together. */
export type FallRun = 'falls' | 'gathers';

/** Lets a solved fall run at its own speed: from a frame on as it fell, or back so that all is at rest at that frame. */
export function runFall({ format }: Pick<Production, 'format'>, { fall }: Mark, run: FallRun, frame: number): void {
  const motion = fall.solved && unpackFall(fall.solved);
  if (!motion) return;
  const seconds = fallSeconds(motion);
  const frames = seconds * framesPerSecond(format.rate);
  fall.channels.time = {
    rest: 0,
    keys:
      run === 'falls'
        ? [straightKey(frame, 0), straightKey(frame + frames, seconds)]
        : [straightKey(frame - frames, seconds), straightKey(frame, 0)],
  };
}

/** Keeps what was solved of a fall; it runs from the frame it was solved for, unless its time is set already. */
export function keepSolved(production: Pick<Production, 'format'>, mark: Mark, from: string, motion: string): void {
  const { fall } = mark;
  fall.solved = { from, motion };
  if (fall.channels.time.keys.length === 0 && fall.channels.time.rest === 0) runFall(production, mark, 'falls', fall.settings.frame);
}
