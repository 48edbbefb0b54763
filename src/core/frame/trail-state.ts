import { flickersOut } from '../motion/random';
import { readAll } from '../motion/readers';
import type { Trail } from '../production/owners/trail';
import { invertRigid, multiply, product, scaling, translation, type Mat4 } from '../space/matrix';
import { readyPose } from './mark-pose';
import type { PartState, TrailStep } from './frame-state';
import type { ReadyMark } from './ready-mark';

/** What comes after stands at least so far behind what it comes after, metres: two surfaces in one plane would fight for it. */
const APART = 2e-4;

const isSame = (a: Mat4, b: Mat4): boolean => a.every((v, i) => Math.abs(v - (b[i] as number)) < 1e-7);

/** What comes after a mark at a frame; nothing where it rests and stands nowhere else in depth. */
export function trailSteps(ready: ReadyMark, frame: number, pose: Mat4, now: Pick<TrailStep, 'parts' | 'shards'>): TrailStep[] {
  const { trail } = ready;
  if (!trail) return [];
  const { count, seed } = trail.settings;
  const { on, lag, deep, opacity, size, tints, colour, flicker } = readAll<Trail['channels']>(trail.read, frame);
  if (!on) return [];
  const back = invertRigid(pose);
  return Array.from({ length: count }, (_, i) => i + 1).flatMap((k): TrailStep[] => {
    const then = frame - k * lag;
    const was = readyPose(ready, then);
    const { parts, shards } = ready.still ?? ready.contents(then, { frameAt: null, pose: was, camera: null });
    if (isSame(was, pose) && parts === now.parts && shards === now.shards && deep === 0 && size === 1) return [];
    if (flickersOut(flicker, frame, seed, k) || !ready.isThere(then)) return [];
    const own = product(back, was, translation(0, 0, -k * (deep + APART)), scaling(size ** k));
    const share = (tints * k) / count;
    const state: PartState = {
      pose: own,
      opacity: opacity ** k,
      on: true,
      look: share > 0 ? { tints: share, colour, glow: 0, roughness: 0, wipe: 0, wipeAngle: 0, inflate: 1 } : null,
    };
    return [{ state, copies: ready.copies.map((copy) => multiply(own, copy)), parts, shards }];
  });
}
