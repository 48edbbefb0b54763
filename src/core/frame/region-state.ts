import type { Values } from '../motion/readers';
import { smoothstep } from '../motion/smoothstep';
import type { RegionKindName, SpaceRegion } from '../production/owners/regions/regions';
import { IDENTITY, invertRigid, multiply, panTiltRoll, product, rotationZ, transformPoint, translation, type Mat4 } from '../space/matrix';
import { outsidePolygon } from '../outline/polygon-distance';
import { penPolygon } from '../solid/line/pen-path';
import type { Vec3 } from '../space/vector';
import type { CameraState, RegionOwnerState, RegionState } from './frame-state';

type AnyValues = Values<SpaceRegion['channels']>;

/** How far a place of a region's own frame lies outside of it, metres; below 0 within. */
const DISTANCES: Record<RegionKindName, (p: Vec3, of: Pick<RegionState, 'half' | 'outline'>) => number> = {
  'half-space': ([x]) => x,
  box([x, y, z], { half: [a, b, c] }) {
    const [dx, dy, dz] = [Math.abs(x) - a, Math.abs(y) - b, Math.abs(z) - c];
    const outside = Math.hypot(Math.max(dx, 0), Math.max(dy, 0), Math.max(dz, 0));
    return outside + Math.min(Math.max(dx, dy, dz), 0);
  },
  /** Of an ellipsoid along its shortest axis: exact for a ball. */
  ball: ([x, y, z], { half: [a, b, c] }) => (Math.hypot(x / a, y / b, z / c) - 1) * Math.min(a, b, c),
  drawn: ([x, y], { outline }) => outsidePolygon(outline, x, y),
};

/** Corners of outlines that are drawn, kept by the settings that they are told by. */
const drawnCorners = new WeakMap<object, [x: number, y: number][]>();

/** Corners of a region that is drawn, at its own size. */
function outlineOf({ kind, settings, values }: RegionOwnerState): RegionState['outline'] {
  if (kind !== 'drawn') return NO_CORNERS;
  let corners = drawnCorners.get(settings);
  if (!corners) drawnCorners.set(settings, (corners = penPolygon(settings)));
  const { size } = values;
  return size === 1 ? corners : corners.map(([x, y]) => [x * size, y * size]);
}
const NO_CORNERS: RegionState['outline'] = [];

/** How far a place in the frame of the mark is in a region: 1 within, 0 outside, and soft over its border. */
export function insideRegion(region: RegionState, place: Vec3): number {
  const { kind, into, isFlat, border } = region;
  const own = transformPoint(into, place);
  const w = isFlat ? [3, 7, 11].reduce((sum, i, k) => sum + (into[i] as number) * (place[k] as number), into[15] as number) : 1;
  if (w <= 0) return 0;
  const d = DISTANCES[kind](isFlat ? [own[0] / w, own[1] / w, 0] : own, region);
  if (border <= 1e-6) return d < 0 ? 1 : 0;
  return smoothstep(0, 1, 0.5 - d / border);
}

/** How much is left at a place of a shell in the frame of its mark, by all its regions: kept, cut away or put back, one after another. */
export const leftByRegions = (regions: readonly RegionState[], place: Vec3, shell: number): number =>
  regions.reduce((seen, region) => {
    if (region.shell !== null && region.shell !== shell) return seen;
    const within = insideRegion(region, place);
    if (region.acts === 'add') return Math.max(seen, within);
    return region.acts === 'none' ? seen : seen * (region.acts === 'cut' ? 1 - within : within);
  }, 1);

/** Where a mark stands, and who looks. */
export interface RegionGround {
  pose: Mat4;
  /** Null where nobody looks: then what is told in the frame of the picture is nowhere. */
  camera: CameraState | null;
}

/** From the world into the frame of a camera, in heights of it from its middle, over the last. */
const intoFrame = ({ pose, focalLengthMm, sensorHeightMm }: CameraState): Mat4 => {
  const k = focalLengthMm / sensorHeightMm;
  return multiply([k, 0, 0, 0, 0, k, 0, 0, 0, 0, 0, -1, 0, 0, 0, 0], invertRigid(pose));
};

/** As deep as anything: what lies in the frame knows no depth. */
const DEEP = 1000;

/** @param ground null leaves what is told in the world in the frame of the mark */
export function regionState(owner: RegionOwnerState, shells: readonly string[], ground: RegionGround | null): RegionState {
  const { id, kind, values, settings } = owner;
  const { x, y, z, pan, tilt, roll, border } = values as AnyValues;
  const camera = ground?.camera ?? null;
  const isFlat = settings.space === 'frame' && camera !== null;
  const own = isFlat ? multiply(translation(x, y, 0), rotationZ(roll)) : multiply(translation(x, y, z), panTiltRoll(pan, tilt, roll));
  const sides = values as Partial<Record<'width' | 'height' | 'depth', number>>;
  const pose = settings.space === 'world' && ground ? multiply(invertRigid(ground.pose), own) : own;
  const shell = settings.shellId === null ? -1 : shells.indexOf(settings.shellId);
  return {
    id,
    kind,
    pose,
    into: isFlat ? product(invertRigid(own), intoFrame(camera), ground?.pose ?? IDENTITY) : invertRigid(pose),
    isFlat,
    half: [(sides.width ?? 0) / 2, (sides.height ?? 0) / 2, isFlat ? DEEP : (sides.depth ?? 0) / 2],
    outline: outlineOf(owner),
    border,
    acts: settings.acts,
    shell: shell < 0 ? null : shell,
  };
}
