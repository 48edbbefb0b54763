import { smoothstep } from '../motion/smoothstep';
import { fromChromaticity, type LinearColour } from '../colour/transfer';
import type { DomeElementState, SurroundingsState } from './frame-state';
import { SKY_WHITE, skyAt } from '../light/sky';
import { degrees, radians } from '../space/angle';
import { directionFrame } from '../space/direction-frame';
import { add, dot, scale, type Vec3 } from '../space/vector';

/** What an element of the dome is to the formula. */
export const ELEMENT_FORM = { box: 0, disc: 1, ring: 2, band: 3, glow: 4, sky: 5 } as const;
type ElementForm = (typeof ELEMENT_FORM)[keyof typeof ELEMENT_FORM];

interface PlainElement {
  form: ElementForm;
  azimuth?: number;
  height?: number;
  roll?: number;
  /** Half sizes, or what stands for them, and the soft edge; degrees. */
  size: readonly [number, number];
  edge: number;
}

type Forms = { [K in DomeElementState['kind']]: (state: Extract<DomeElementState, { kind: K }>) => PlainElement };

/** What each kind of element is. A new kind is one file of its channels and one entry here. */
const FORMS: Forms = {
  'dome-softbox': ({ values }) => ({ form: ELEMENT_FORM.box, ...values, size: [values.width / 2, values.tall / 2] }),
  'dome-strip': ({ values }) => ({ form: ELEMENT_FORM.box, ...values, size: [values.length / 2, values.thickness / 2] }),
  'dome-disc': ({ values }) => ({ form: ELEMENT_FORM.disc, ...values, size: [values.across / 2, 0] }),
  'dome-ring': ({ values }) => ({ form: ELEMENT_FORM.ring, ...values, size: [values.across / 2, values.thickness / 2] }),
  'dome-horizon': ({ values }) => ({ form: ELEMENT_FORM.band, edge: values.edge, size: [values.height, values.thickness / 2] }),
  'dome-gradient': ({ values }) => ({
    form: ELEMENT_FORM.glow,
    azimuth: values.azimuth,
    height: values.height,
    size: [values.reach, 0],
    edge: 0,
  }),
  // Its haze stands in the place of a size.
  'dome-sky': ({ values: { azimuth, height, turbidity } }) => ({
    form: ELEMENT_FORM.sky,
    ...{ azimuth, height },
    size: [degrees(turbidity), 0],
    edge: 0,
  }),
  'dome-bounce': ({ values }) => ({ form: ELEMENT_FORM.glow, height: -90, size: [values.reach, 0], edge: 0 }),
};

/** An element ready to be looked up: its axes, its sizes in radians, its radiance. */
export interface DomeLight {
  form: ElementForm;
  radiance: LinearColour;
  forward: Vec3;
  right: Vec3;
  up: Vec3;
  size: readonly [number, number];
  edge: number;
}

/**
 * @param share of it that is there
 * @param turn of its surroundings against the whole dome, degrees
 */
export function domeLight(state: DomeElementState, share = 1, turn = 0): DomeLight {
  const { form, azimuth = 0, height = 0, roll = 0, size, edge } = (FORMS[state.kind] as (of: DomeElementState) => PlainElement)(state);
  const frame = directionFrame(azimuth + turn, form === ELEMENT_FORM.band ? 0 : height);
  const [c, s] = [Math.cos(radians(roll)), Math.sin(radians(roll))];
  const by = state.values.strength * share;
  return {
    form,
    radiance: state.values.colour.map((v) => v * by) as unknown as LinearColour,
    forward: frame.forward,
    right: add(scale(frame.right, c), scale(frame.up, s)),
    up: add(scale(frame.up, c), scale(frame.right, -s)),
    size: [radians(size[0]), radians(size[1])],
    edge: radians(edge),
  };
}

const softSign = (x: number) => Math.tanh(Math.max(-9, Math.min(9, x)));
const blurredStep = (x: number, half: number, width: number) => 0.5 * (softSign((x + half) / width) - softSign((x - half) / width));
const clamp = (x: number, lo: number, hi: number) => Math.max(lo, Math.min(hi, x));

/** Light of a sky in a direction, about its sun. */
function skyLight({ radiance, forward, size }: DomeLight, d: Vec3, blur: number): LinearColour {
  const angle = Math.acos(clamp(dot(d, forward), -1, 1));
  const sky = fromChromaticity(skyAt(d[1], Math.hypot(angle, blur), Math.acos(clamp(forward[1], -1, 1)), size[0]));
  const above = 0.5 + 0.5 * softSign(d[1] / (0.008 + blur));
  return sky.map((v, k) => ((radiance[k] as number) * v * above) / SKY_WHITE) as unknown as LinearColour;
}

/** Radiance of an element in a direction of the dome's frame, blurred over a cone of about `blur` radians. */
function elementLight(light: DomeLight, d: Vec3, blur: number): LinearColour {
  if (light.form === ELEMENT_FORM.sky) return skyLight(light, d, blur);
  const share = elementShare(light, d, blur);
  return [light.radiance[0] * share, light.radiance[1] * share, light.radiance[2] * share];
}

/** How much of an element but a sky is seen in a direction of the dome's frame, blurred over a cone of about `blur` radians. */
export function elementShare({ form, forward, right, up, size, edge }: DomeLight, d: Vec3, blur: number): number {
  const width = edge + blur;
  const [x, y, z] = [dot(d, right), dot(d, up), dot(d, forward)];
  const along = Math.asin(clamp(y, -1, 1));
  const angle = Math.acos(clamp(z, -1, 1));
  switch (form) {
    case ELEMENT_FORM.box:
      return blurredStep(Math.atan2(x, z), size[0], width) * blurredStep(along, size[1], width);
    case ELEMENT_FORM.band:
      return blurredStep(along - size[0], size[1], width);
    case ELEMENT_FORM.disc:
      return 0.5 - 0.5 * softSign((angle - size[0]) / width);
    case ELEMENT_FORM.ring:
      return blurredStep(angle - size[0], size[1], width);
    case ELEMENT_FORM.glow:
      return 1 - smoothstep(0, size[0] + blur, angle);
    case ELEMENT_FORM.sky:
      return 1;
  }
}

/**
 * Radiance of surroundings, without their picture and turn, in a direction of their own frame: the formula by which the picture draws
 * them, for swatches and for the dome unrolled.
 */
export function surroundingsRadiance(
  { values }: Pick<SurroundingsState, 'values'>,
  lights: readonly DomeLight[],
  d: Vec3,
  blur: number,
): LinearColour {
  // A hard horizon, bright just above and dark just below: what makes flat polished faces read as metal.
  const above = 0.5 + 0.5 * softSign(d[1] / (0.008 + blur));
  const [zenith, nadir] = [clamp(d[1], 0, 1), clamp(-d[1], 0, 1)];
  const glare = Math.exp(-zenith / (0.09 + blur));
  const bounce = smoothstep(0, 0.22 + blur, nadir) * Math.exp(-nadir * 2.2);
  const shining = lights.map((light) => elementLight(light, d, blur));
  const at = (k: 0 | 1 | 2) => {
    const mixed = (a: number, b: number, t: number) => a + (b - a) * t;
    const sky = mixed(values.zenith[k], values.horizon[k], glare);
    const deep = mixed(values.nadir[k], values.below[k], bounce);
    const own = shining.reduce((sum, light) => sum + light[k], 0);
    return values.strength * (values.ground * mixed(deep, sky, above) + own);
  };
  return [at(0), at(1), at(2)];
}
