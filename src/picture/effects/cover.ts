import { Color } from 'three';
import { linearToSrgb, type LinearColour } from '@/core/colour/transfer';

/** A colour as code values. */
export const setCode = (into: Color, colour: LinearColour) => into.setRGB(...(colour.map(linearToSrgb) as [number, number, number]));

export const coverUniforms = () => ({ colour: { value: new Color() }, opacity: { value: 1 } });
export const COVER_GLSL = /* glsl */ `
uniform vec3 colour;
uniform float opacity;
/** Something in one colour that lies over what is seen. */
vec4 coveredBy(vec4 seen, float share) {
  float there = share + seen.a * (1.0 - share);
  return vec4(mix(seen.rgb, colour, share / max(there, 1e-6)), there);
}
`;
