import { radians } from '../space/angle';
import type { BackdropKind } from '../production/owners/backdrops/backdrops';
import type { Vec3 } from '../space/vector';
import type { SetState } from './frame-state';

/** Traces are drawn so far each way, metres. */
const FAR = 200;
/** Flat pieces that the curve of a sweep is drawn by. */
const PIECES = 16;

type State<K extends BackdropKind> = Extract<SetState, { kind: K }>;
type Side = 'above' | 'side';

/** Something upright that is turned: the world's place of so far along it, and so far before it. */
const upright =
  ({ x, z, pan }: { x: number; z: number; pan: number }) =>
  (along: number, before: number, y: number): Vec3 => {
    const [sin, cos] = [Math.sin(radians(pan)), Math.cos(radians(pan))];
    return [x + along * cos + before * sin, y, z - along * sin + before * cos];
  };

/** The same in the plane through x = 0: how far along it that is. Null where it runs along that plane and has no trace there. */
function inMiddle(values: { x: number; z: number; pan: number }): ((before: number, y: number) => Vec3) | null {
  const [sin, cos] = [Math.sin(radians(values.pan)), Math.cos(radians(values.pan))];
  if (Math.abs(cos) < 1e-3) return null;
  const at = upright(values);
  return (before, y) => at(-(values.x + before * sin) / cos, before, y);
}

const across = (at: ReturnType<typeof upright>, before: number): Vec3[] => [at(-FAR, before, 0), at(FAR, before, 0)];

const TRACES: { [K in BackdropKind]: (values: State<K>['values'], from: Side) => Vec3[][] } = {
  floor({ level }, from) {
    if (from === 'above') return [];
    return [
      [
        [0, level, -FAR],
        [0, level, FAR],
      ],
    ];
  },
  wall(values, from) {
    if (from === 'above') return [across(upright(values), 0)];
    const at = inMiddle(values);
    return at ? [[at(0, -FAR), at(0, FAR)]] : [];
  },
  sweep(values, from) {
    const { level, radius } = values;
    // From above: the upright part, and where the curve begins.
    if (from === 'above') return [-radius, 0].map((before) => across(upright(values), before));
    const at = inMiddle(values);
    if (!at) return [];
    const curve = Array.from({ length: PIECES + 1 }, (_, i) => (Math.PI / 2) * (i / PIECES));
    const bent = curve.map((t) => at(-radius * Math.sin(t), level + radius * (1 - Math.cos(t))));
    return [[at(FAR, level), ...bent, at(-radius, level + FAR)]];
  },
};

const isBackdrop = (state: SetState): state is State<BackdropKind> => state.kind in TRACES;

/**
 * Where the backdrops of a set are cut by the plane of a plan: from above what stands upright, from the side (the plane x = 0) all of them.
 * @returns lines by their corners, in the world
 */
export const backdropTraces = (set: readonly SetState[], from: Side): Vec3[][] =>
  set.filter(isBackdrop).flatMap((state) => TRACES[state.kind](state.values as never, from));
