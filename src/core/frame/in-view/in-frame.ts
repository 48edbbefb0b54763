import type { Mark } from '../../production/mark';
import type { Production } from '../../production/production';
import type { BoundsOf, CameraState } from '../frame-state';
import { holdShot } from './held-shot';
import { openingOf } from '../framing';
import { croppedTo, reframed, type Reframing } from './reframe';
import { keptMarks, wantedIn } from './wanted';

type Held = (frame: number) => Reframing;

interface Kept {
  extents: readonly unknown[];
  shots: Map<number, Held>;
}

/** How shots are held, as long as nothing of the production and no extent of what is kept has changed. */
const kept = new WeakMap<Production, Kept>();

const widening = new WeakMap<Production['marks'], boolean>();

/** Whether words of a production have the shot widened when they grow. */
function anyWidens(marks: Production['marks']): boolean {
  let known = widening.get(marks);
  if (known === undefined) widening.set(marks, (known = marks.some(({ body }) => body.kind === 'words' && body.fit.rule === 'widen')));
  return known;
}

/** Whether shots of a production may be brought into another frame than they were composed for. */
export const isReframed = ({ framing, marks }: Pick<Production, 'framing' | 'marks'>): boolean => framing !== null || anyWidens(marks);

function shotsHeld(production: Production, marks: readonly Mark[], boundsOf: BoundsOf): Map<number, Held> {
  const extents = marks.map(({ id }) => boundsOf(id));
  const known = kept.get(production);
  if (known && known.extents.length === extents.length && known.extents.every((each, i) => each === extents[i])) return known.shots;
  const made: Kept = { extents, shots: new Map() };
  if (Object.isFrozen(production)) kept.set(production, made);
  return made.shots;
}

/** What is seen and where the scene stands at a delivered frame of a shot. */
export interface Composed {
  camera: CameraState;
  sceneFrame: number;
}

/**
 * A camera of a shot, brought into the raster of its production.
 * @param seen as it was composed
 * @param composed the same at any delivered frame of the shot
 */
export function inFrame(
  production: Production,
  span: { from: number; to: number },
  boundsOf: BoundsOf,
  seen: CameraState,
  frame: number,
  composed: (frame: number) => Composed,
): CameraState {
  const { format, framing } = production;
  const marks = keptMarks(production, boundsOf);
  if (marks.length === 0 && !framing) return seen;
  const shots = shotsHeld(production, marks, boundsOf);
  let held = shots.get(span.from);
  if (!held) {
    held = holdShot(production, span, (at) => {
      const { camera, sceneFrame } = composed(at);
      return { camera, wanted: wantedIn(production, marks, sceneFrame, boundsOf, camera) };
    });
    shots.set(span.from, held);
  }
  const base = croppedTo(openingOf(seen), format.width / format.height);
  const { across, up, scale } = held(frame);
  const { closer, across: right, up: high } = framing?.byHand ?? { closer: 1, across: 0, up: 0 };
  const size = scale / closer;
  // What is moved to the right by hand is looked at from further left.
  return reframed(seen, base, { across: across - 2 * right * base.across * size, up: up - 2 * high * base.up * size, scale: size });
}

/** A camera that is looked through beside the shots: in the raster of its production, about its own middle. */
export const cropped = ({ format, framing }: Pick<Production, 'format' | 'framing'>, seen: CameraState): CameraState =>
  framing ? reframed(seen, croppedTo(openingOf(seen), format.width / format.height), { across: 0, up: 0, scale: 1 }) : seen;
