import { luminance } from '../colour/transfer';

type Colour = readonly [number, number, number];

/** Slope, offset and power by colour, and saturation (ASC Color Decision List, 2009). */
export interface Balance {
  slope: Colour;
  offset: Colour;
  power: Colour;
  saturation: number;
}

/** A colour balanced: out = (in · slope + offset)^power, none below 0, then saturated about its BT.709 luma. */
export function balanced(colour: Colour, { slope, offset, power, saturation }: Balance): [number, number, number] {
  const made = colour.map((v, k) => Math.max(0, v * (slope[k] as number) + (offset[k] as number)) ** (power[k] as number)) as [
    number,
    number,
    number,
  ];
  const luma = luminance(made);
  return made.map((v) => luma + saturation * (v - luma)) as [number, number, number];
}

/** The same in GLSL. */
export const BALANCED_GLSL = /* glsl */ `
vec3 balanced(vec3 colour, vec3 slope, vec3 offset_, vec3 power_, float saturation) {
  vec3 made = pow(max(colour * slope + offset_, 0.0), power_);
  float luma = dot(made, vec3(0.2126, 0.7152, 0.0722));
  return luma + saturation * (made - luma);
}`;

/** Exposure, contrast about a middle, gamma and offset of all colours alike. */
export interface Contrast {
  /** Stops. */
  exposure: number;
  contrast: number;
  pivot: number;
  gamma: number;
  offset: number;
}

/** A value of scene light as it is then: at the pivot contrast changes nothing; gamma nothing at 0 and 1. */
export function contrasted(value: number, { exposure, contrast, pivot, gamma, offset }: Contrast): number {
  const lit = Math.max(0, value * 2 ** exposure);
  return (pivot * (lit / pivot) ** contrast) ** (1 / gamma) + offset;
}

/** The same in GLSL, with the exposure as a factor. */
export const CONTRASTED_GLSL = /* glsl */ `
vec3 contrasted(vec3 value, float exposed, float contrast, float pivot, float gamma, float offset_) {
  vec3 lit = max(value * exposed, 0.0);
  return pow(pivot * pow(lit / pivot, vec3(contrast)), vec3(1.0 / gamma)) + offset_;
}`;
