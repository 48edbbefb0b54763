import { z } from 'zod';
import { focusDistanceOn } from '../optics/focus';
import { PACE_NAMES, type PaceName } from '../motion/pace';
import type { Camera } from '../production/camera';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { intField, numberField } from '../schema/fields';
import { multiply, panTiltRoll, type Mat4 } from '../space/matrix';
import { standOff, type StandingBox } from './framing';

/**
 * A visit: marks, words or letters one after another become a flight. Each is framed from a side, and the camera goes from one to the next
 * at one pace.
 */

/** How one stop of a visit is seen. */
export const visitStopSchema = z.object({
  size: numberField({ label: 'In the frame', unit: '%', min: 0.02, max: 5, rest: 0.7, step: 0.05, digits: 0, shown: 100 }),
  side: numberField({ label: 'From the side', unit: '°', min: -180, max: 180, rest: 0, step: 5, digits: 0 }),
  tilt: numberField({ label: 'From above', unit: '°', min: -89, max: 89, rest: 0, step: 5, digits: 0 }),
  roll: numberField({ label: 'Roll', unit: '°', min: -180, max: 180, rest: 0, step: 5, digits: 0 }),
  drift: numberField({ label: 'Drifts in', unit: 'm', min: -100, max: 100, rest: 0.1, step: 0.05 }),
});
export type VisitLook = z.infer<typeof visitStopSchema>;

/** What holds for the whole of a visit. */
export const visitSchema = z.object({
  move: intField({ label: 'Each move', unit: 'fr', min: 1, max: 5000, rest: 30 }),
  stay: intField({ label: 'Each stay', unit: 'fr', min: 0, max: 5000, rest: 20 }),
  overlap: intField({ label: 'Overlap by', unit: 'fr', min: 0, max: 500, rest: 0 }),
  pace: z.enum(PACE_NAMES as [PaceName, ...PaceName[]]).default('settle'),
  hero: z.boolean().default(true),
});
export type VisitPlan = z.infer<typeof visitSchema>;

/** What is visited: something of a mark, in the mark's own frame, and how it is seen. */
export interface VisitStop extends StandingBox {
  look: VisitLook;
}

/** Where the camera stands at a stop, and when. */
export interface VisitStation {
  pose: Mat4;
  /** Distance of what is seen along the axis, metres. */
  focus: number;
  /** The move into it begins, and ends; the move out of it begins at `leaves`. */
  begins: number;
  arrives: number;
  leaves: number;
  /** How far it drifts towards what it sees while it is there, metres. */
  drift: number;
}

/** The hero of a visit fills so much of the frame, seen from the front. */
const HERO: VisitLook = { size: 0.85, side: 0, tilt: 0, roll: 0, drift: 0.1 };

/**
 * The stations of a visit.
 * @param from frame at which it begins: at 0 the first stop is seen at once, later the camera first goes there from where it stands
 * @param all what a hero shows at the end, framed from the front of the first of it
 */
export function visitStations(
  production: Production,
  camera: Camera,
  stops: readonly VisitStop[],
  all: readonly StandingBox[],
  plan: VisitPlan,
  from: number,
): VisitStation[] {
  const framed = [
    ...stops.map((stop) => ({ boxes: [stop] as readonly StandingBox[], front: stop.pose, look: stop.look })),
    ...(plan.hero && all[0] ? [{ boxes: all, front: all[0].pose, look: HERO }] : []),
  ];
  const overlap = Math.min(plan.overlap, plan.stay + Math.floor(plan.move / 2));
  const stations: VisitStation[] = [];
  for (const { boxes, front, look } of framed) {
    const before = stations.at(-1);
    const begins = before ? before.leaves : from;
    const arrives = before || from > 0 ? begins + plan.move : begins;
    const opening = openingAt(production, camera, arrives);
    const seen = standOff(boxes, multiply(front, panTiltRoll(look.side, -look.tilt, look.roll)), opening, look.size);
    if (!seen) continue;
    const nearest = Math.min(...boxes.map(({ box, pose }) => focusDistanceOn(seen.pose, pose, box)));
    // Where no move led into it there is none to overlap with.
    const stays = arrives > begins ? plan.stay - overlap : Math.max(0, plan.stay - overlap);
    stations.push({ pose: seen.pose, focus: nearest, begins, arrives, leaves: arrives + stays, drift: look.drift });
  }
  return stations;
}

/** What the lens takes in at a frame, as it is keyed: a size that is held belongs to another flight. */
function openingAt(production: Production, camera: Camera, frame: number) {
  const { focalLengthMm } = resolverOf(production).of(`cameras/${camera.id}/lens`, camera.lens.channels);
  const across = camera.sensorWidthMm / (2 * Math.max(1, focalLengthMm.at(frame)));
  return { across, up: (across * production.format.height) / production.format.width };
}

/** Last frame that a visit needs. */
export const visitEnd = (stations: readonly VisitStation[]): number => stations.at(-1)?.arrives ?? 0;
