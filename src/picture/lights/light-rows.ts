import type { LightState } from '@/core/frame/frame-state';
import { MAX_LIGHTS } from '@/core/production/production';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { add, normalise, scale, type Vec3 } from '@/core/space/vector';
import { areaShape } from './area';
import type { LightShape } from './light-shape';
import { pointShape } from './point';
import { spotShape } from './spot';
import { stripShape } from './strip';
import { sunShape } from './sun';

export const LIGHT_TEXELS = 8;

/** What each kind of light is on the graphics card. A new kind is one file and one line here. */
const SHAPES: { [K in LightState['kind']]: (state: Extract<LightState, { kind: K }>) => LightShape } = {
  sun: sunShape,
  area: areaShape,
  strip: stripShape,
  spot: spotShape,
  point: pointShape,
};

/** As told to the shader. */
const FORMS = { distant: 0, rectangle: 1, disc: 2, ball: 3 } as const;

/** A light as one sub-frame has it. */
export interface PlacedLight {
  state: LightState;
  shape: LightShape;
  /** Where it is lit from in this sub-frame: a place, or of a distant one a direction. */
  from: Vec3;
  /** Place of its middle, or the direction of it. */
  middle: Vec3;
}

const shapeOf = (state: LightState): LightShape => (SHAPES[state.kind] as (state: LightState) => LightShape)(state);

/**
 * Lights as they stand in one sub-frame.
 * @param point a point of the unit disc for each
 * @param reach middle of what is lit: a ball is drawn as the disc that faces it
 */
export function placedLights(
  lights: readonly LightState[],
  point: (index: number) => readonly [number, number],
  reach: Vec3 = [0, 0, 0],
): PlacedLight[] {
  return lights.map((state, i) => {
    const shape = shapeOf(state);
    const [px, py] = onShape(shape, point(i));
    const middle: Vec3 = shape.form === 'distant' ? scale(forwardOf(state.pose), -1) : positionOf(state.pose);
    const [x, y] = shape.form === 'ball' ? facing(middle, reach, shape.x) : [shape.x, shape.y];
    const from = add(middle, add(scale(x, px), scale(y, py)));
    return { state, shape, middle, from: shape.form === 'distant' ? normalise(from) : from };
  });
}

/** A point of the unit disc on what a light is: a rectangle's goes by its share of the area and its turn. */
function onShape({ form }: LightShape, [px, py]: readonly [number, number]): readonly [number, number] {
  if (form !== 'rectangle' || (px === 0 && py === 0)) return [px, py];
  const turn = Math.atan2(py, px) / Math.PI;
  return [2 * (px * px + py * py) - 1, turn];
}

/** Half axes of a disc about a place that faces another. */
function facing(from: Vec3, to: Vec3, radius: Vec3): [Vec3, Vec3] {
  const [x, y, z] = normalise([to[0] - from[0], to[1] - from[1], to[2] - from[2]]);
  const size = Math.hypot(...radius);
  const across = normalise(Math.abs(y) > 0.99 ? [1, 0, 0] : [z, 0, -x]);
  const up: Vec3 = [y * across[2] - z * across[1], z * across[0] - x * across[2], x * across[1] - y * across[0]];
  return [scale(across, size), scale(up, size)];
}

/** Bits of the lights that light a mark, by their places among them. */
export function lightMask(lights: readonly LightState[], markId: string): number {
  let mask = 0;
  lights.forEach(({ lights: links }, i) => {
    if (!links || links.marks.includes(markId) === links.isOnly) mask += 2 ** i;
  });
  return mask;
}

/** All lights, for what no light leaves out. */
export const EVERY_LIGHT = 2 ** MAX_LIGHTS - 1;

/**
 * A light as the table has it: what it sends, its form | middle, whether it throws shadows | half axes, ends of its cone | which way it
 * shines | leaves | where it is lit from in this sub-frame | its tiles of the shadow atlas.
 */
export function lightRow({ state, shape, from, middle }: PlacedLight, tile: readonly [first: number, count: number]): number[] {
  const { form, x, y, sent, cone, leaves } = shape;
  return [
    ...sent,
    FORMS[form],
    ...middle,
    state.castsShadow ? 1 : 0,
    ...x,
    cone?.inner ?? -2,
    ...y,
    cone?.outer ?? -2,
    ...forwardOf(state.pose),
    leaves ? 1 : 0,
    ...(leaves ?? [0, 0, 0, 0]),
    ...from,
    0,
    ...tile,
    0,
    0,
  ];
}
