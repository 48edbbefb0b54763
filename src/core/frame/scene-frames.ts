import { isKeyed } from '../motion/channel';
import type { Production } from '../production/production';
import { sceneFrameAt, shotAt } from './shot-camera';

const isBent = ({ time, shots }: Production) => [time, ...shots].some(({ channels }) => isKeyed(channels.scene));

/** Where a frame of the scene is seen: the delivered frame whose scene frame comes closest to it, of several the nearest to `near`. */
export function deliveredFrameOf(production: Production, frame: number, near: number): number {
  if (Math.abs(sceneFrameAt(production, frame) - frame) < 1e-6) return frame;
  let best = near;
  let least = Infinity;
  for (let at = 0; at < production.format.length; at++) {
    const away = Math.abs(sceneFrameAt(production, at) - frame) + Math.abs(at - near) * 1e-6;
    if (away < least) [least, best] = [away, at];
  }
  return best;
}

/**
 * The next delivered frame, from one on in a direction, at which a key is reached. Under bent time scene time may stand, run backwards or
 * jump from one shot to another: a key is reached where it is passed within a shot.
 * @param scene frames of keys in the scene's time, in order
 * @param delivered frames of keys in delivered time, in order: those of bent time itself
 */
export function nextKeyFrame(
  production: Production,
  { scene, delivered }: { scene: readonly number[]; delivered: readonly number[] },
  from: number,
  direction: -1 | 1,
): number | undefined {
  const beyond = (frames: readonly number[]) =>
    direction > 0 ? frames.find((f) => f > from + 1e-3) : frames.findLast((f) => f < from - 1e-3);
  const first = (...frames: (number | undefined)[]) => {
    const found = frames.filter((frame) => frame !== undefined);
    return found.length === 0 ? undefined : direction > 0 ? Math.min(...found) : Math.max(...found);
  };
  if (!isBent(production)) return first(beyond(scene), beyond(delivered));
  const whole = (at: number) => Math.round(sceneFrameAt(production, at));
  const keys = new Set(scene.map(Math.round));
  const reached = (at: number, here: number, before: number): boolean => {
    if (shotAt(production, at).from !== shotAt(production, at - direction).from) return keys.has(here);
    for (let frame = here; frame !== before; frame += Math.sign(before - here)) if (keys.has(frame)) return true;
    return false;
  };
  const last = direction > 0 ? production.format.length - 1 : 0;
  let seen: number | undefined;
  let before = whole(Math.round(from));
  for (let at = Math.round(from) + direction; seen === undefined && at * direction <= last * direction; at += direction) {
    const here = whole(at);
    if (reached(at, here, before)) seen = at;
    before = here;
  }
  return first(seen, beyond(delivered));
}
