import { markPose } from '@/core/frame/mark-pose';
import { ownerStates } from '@/core/frame/owner-states';
import { regionState } from '@/core/frame/region-state';
import type { RegionOwnerState } from '@/core/frame/frame-state';
import { onPlane, projected, rayThrough, type Framing } from '@/core/optics/project';
import { changeMark } from '@/core/production/edits/mark-edits';
import { LINE_POINTS } from '@/core/production/line';
import { DRAWN_POINTS } from '@/core/production/owners/regions/drawn';
import type { Pen, PenBounds, PenPoint } from '@/core/production/pen';
import { resolverOf } from '@/core/production/resolver';
import { invertRigid, multiply, transformPoint, type Mat4 } from '@/core/space/matrix';
import { add, cross, dot, normalise, scale as scaled, type Vec3 } from '@/core/space/vector';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView } from '../workspace/workspace';
import { useSceneFrame } from './seen';
import { useSeenState } from './use-frame-state';

/** What is selected and is drawn by hand, point by point: a line, or the outline of a region. */
export interface HandDrawn {
  of: 'line' | 'outline';
  /** Known by this, when another one is selected. */
  id: string;
  pen: Readonly<Pen>;
  bounds: PenBounds;
  /** From its own frame into the world, or into the frame of the picture. */
  pose: Mat4;
  /** It lies in the frame of the picture, in heights of it. */
  isFlat: boolean;
  /** How many times as large as its points say it is. */
  size: number;
  change: (recipe: (pen: Pen) => void, gesture?: string | null) => void;
}

export function useHandDrawn(): HandDrawn | null {
  const edit = useEdit();
  const { camera } = useSeenState();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const { selection, facts } = useView((s) => ({ selection: s.selection, facts: s.facts }));
  const [list, markId = '', of, id] = selection?.kind === 'mark' ? ['marks', selection.id] : (selection?.id.split('/') ?? []);
  const mark = list === 'marks' ? production.marks.find((each) => each.id === markId) : undefined;
  if (!mark) return null;
  const standing = markPose(production, mark, frame, boundsIn(facts));
  if (of === undefined) {
    if (mark.body.kind !== 'line' || !mark.body.pen) return null;
    const change: HandDrawn['change'] = (recipe, gesture = null) =>
      edit((draft) => changeMark(draft, markId, ({ body }) => void (body.kind === 'line' && body.pen && recipe(body.pen))), gesture);
    return { of: 'line', id: markId, pen: mark.body.pen, bounds: LINE_POINTS, pose: standing, isFlat: false, size: 1, change };
  }
  const region = of === 'regions' ? mark.regions.find((each) => each.id === id) : undefined;
  if (region?.kind !== 'drawn') return null;
  const [owner] = ownerStates<RegionOwnerState>(resolverOf(production), `marks/${markId}/regions`, [region], frame);
  if (owner?.kind !== 'drawn') return null;
  const { pose, isFlat } = regionState(owner, [], { pose: standing, camera });
  return {
    of: 'outline',
    id: region.id,
    pen: region.settings,
    bounds: DRAWN_POINTS,
    pose: isFlat ? pose : multiply(standing, pose),
    isFlat,
    size: owner.values.size,
    change: (recipe, gesture = null) =>
      edit(
        (draft) =>
          changeMark(draft, markId, ({ regions }) => {
            const own = regions.find((each) => each.id === id);
            if (own?.kind === 'drawn') recipe(own.settings);
          }),
        gesture,
      ),
  };
}

/** A point of what is drawn, in the world; of what lies in the frame of the picture, in that. */
export const handPlace = ({ pose, size }: HandDrawn, { x, y }: PenPoint): Vec3 => transformPoint(pose, [x * size, y * size, 0]);

/** Where in the frame a point is seen, -1 to 1 both ways; null where it is not before the lens. */
export function inFrame(drawn: HandDrawn, point: PenPoint, camera: Framing): [number, number] | null {
  const place = handPlace(drawn, point);
  if (!drawn.isFlat) return projected(camera, place);
  return [(2 * place[0] * camera.sensorHeightMm) / camera.sensorWidthMm, 2 * place[1]];
}

const pointOf = ([x, y]: readonly [number, number], size: number): PenPoint | null => (size > 1e-6 ? { x: x / size, y: y / size } : null);

/** The point of what is drawn that is seen at a place of the frame; null where its plane is not seen there. */
export function underFrame({ pose, isFlat, size }: HandDrawn, [x, y]: readonly [number, number], camera: Framing): PenPoint | null {
  if (isFlat) {
    const [px, py] = transformPoint(invertRigid(pose), [(x * camera.sensorWidthMm) / camera.sensorHeightMm / 2, y / 2, 0]);
    return pointOf([px, py], size);
  }
  const at = onPlane(rayThrough(camera, x, y), pose, 0);
  return at && pointOf(at, size);
}

/** Farther than a plan shows anything, metres. */
const FAR = 1e5;
/** A plane that is seen this much from its edge is not looked up, but dropped onto. */
const EDGE = 0.05;

/**
 * The point of what is drawn that a place of a plan stands for: what lies under it, or beside it where the plan sees it from its edge.
 * @param across a metre to the right on the page, in the world
 * @param down the same down it
 */
export function underPlan({ pose, size }: HandDrawn, place: Vec3, across: Vec3, down: Vec3): PenPoint | null {
  const way = normalise(cross(across, down));
  const [x, y] = transformPoint(invertRigid(pose), place);
  const facing = dot(way, [pose[8] as number, pose[9] as number, pose[10] as number]);
  const under = Math.abs(facing) < EDGE ? null : onPlane({ from: add(place, scaled(way, -FAR)), direction: way }, pose, 0);
  return pointOf(under ?? [x, y], size);
}
