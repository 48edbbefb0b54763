import { linearColour } from '@/core/colour/transfer';
import { radians } from '@/core/space/angle';
import { directionFrame } from '@/core/space/direction-frame';

/**
 * The built-in dome: softboxes and a gradient, worked out in the shader for any roughness. There is no map to
 * prefilter, so it stays sharp in a mirror, is the same on every machine, and can be turned on every frame.
 */
export interface Softbox {
  /** Direction of its middle, degrees: azimuth from the audience to the right, height above the horizon. */
  azimuth: number;
  height: number;
  /** Half of its width and height as seen from the marks, degrees. */
  halfWidth: number;
  halfHeight: number;
  /** Softness of its edge, degrees. */
  edge: number;
  colour: string;
  radiance: number;
}

export const SOFTBOXES: readonly Softbox[] = [
  { azimuth: -12, height: 58, halfWidth: 62, halfHeight: 13, edge: 3, colour: '#eef4ff', radiance: 4.6 },
  { azimuth: -74, height: 12, halfWidth: 9, halfHeight: 46, edge: 2, colour: '#cfe6ff', radiance: 3.6 },
  { azimuth: 62, height: 20, halfWidth: 5, halfHeight: 40, edge: 1.5, colour: '#ffe3c2', radiance: 3.4 },
  { azimuth: 152, height: 38, halfWidth: 26, halfHeight: 16, edge: 5, colour: '#ffd9ae', radiance: 6 },
  { azimuth: -140, height: 24, halfWidth: 14, halfHeight: 30, edge: 4, colour: '#9fd4ff', radiance: 4.2 },
  { azimuth: 8, height: -34, halfWidth: 70, halfHeight: 7, edge: 6, colour: '#58b7b4', radiance: 0.55 },
];

/** Most boxes that a dome has. */
const MAX_BOXES = 16;

type Numbers = { value: number[] };

/** Uniforms of the dome, shared by every surface: its boxes are numbers too, so that nothing is compiled when one of them changes. */
export interface DomeUniforms {
  domeStrength: { value: number };
  domeTurn: { value: number };
  domeContrast: { value: number };
  /** Radiance overhead, at the horizon, far below and right below the horizon: four colours. */
  domeGround: Numbers;
  boxCount: { value: number };
  /** Direction of each box's middle, then of its right and of its up. */
  boxForward: Numbers;
  boxRight: Numbers;
  boxUp: Numbers;
  boxLight: Numbers;
  /** Half width, half height and edge, radians. */
  boxSize: Numbers;
}

export function domeUniforms(boxes: readonly Softbox[] = SOFTBOXES): DomeUniforms {
  const uniforms: DomeUniforms = {
    domeStrength: { value: 1 },
    domeTurn: { value: 0 },
    domeContrast: { value: 1 },
    domeGround: { value: [0.05, 0.07, 0.1, 0.82, 0.93, 1.06, 0.006, 0.009, 0.014, 0.62, 0.66, 0.7] },
    boxCount: { value: 0 },
    boxForward: { value: [] },
    boxRight: { value: [] },
    boxUp: { value: [] },
    boxLight: { value: [] },
    boxSize: { value: [] },
  };
  setBoxes(uniforms, boxes);
  return uniforms;
}

/** Gives a dome other boxes. */
export function setBoxes(uniforms: DomeUniforms, boxes: readonly Softbox[]): void {
  const shown = boxes.slice(0, MAX_BOXES);
  const all = (of: (box: Softbox) => readonly number[]): number[] => {
    const numbers = shown.flatMap(of);
    return [...numbers, ...new Array<number>(3 * MAX_BOXES - numbers.length).fill(0)];
  };
  const frame = ({ azimuth, height }: Softbox) => directionFrame(azimuth, height);
  uniforms.boxCount.value = shown.length;
  uniforms.boxForward.value = all((box) => frame(box).forward);
  uniforms.boxRight.value = all((box) => frame(box).right);
  uniforms.boxUp.value = all((box) => frame(box).up);
  uniforms.boxLight.value = all(({ colour, radiance }) => linearColour(colour).map((c) => c * radiance));
  uniforms.boxSize.value = all(({ halfWidth, halfHeight, edge }) => [halfWidth, halfHeight, edge].map(radians));
}

/** Radiance of the dome in a world direction, blurred over a cone of about `blur` radians. */
export const DOME_GLSL = /* glsl */ `
uniform float domeStrength;
uniform float domeTurn;
uniform float domeContrast;
uniform vec3 domeGround[4];
uniform int boxCount;
uniform vec3 boxForward[${MAX_BOXES}];
uniform vec3 boxRight[${MAX_BOXES}];
uniform vec3 boxUp[${MAX_BOXES}];
uniform vec3 boxLight[${MAX_BOXES}];
uniform vec3 boxSize[${MAX_BOXES}];

// Bounded: some implementations of tanh run over into not-a-number for large arguments.
float softSign(float x) { return tanh(clamp(x, -9.0, 9.0)); }
float blurredStep(float x, float halfSize, float width) {
  return 0.5 * (softSign((x + halfSize) / width) - softSign((x - halfSize) / width));
}
float softbox(vec3 d, vec3 forward, vec3 right, vec3 up, vec2 halfSize, float width) {
  vec3 local = vec3(dot(d, right), dot(d, up), dot(d, forward));
  float across = atan(local.x, local.z);
  float along = asin(clamp(local.y, -1.0, 1.0));
  return blurredStep(across, halfSize.x, width) * blurredStep(along, halfSize.y, width);
}
vec3 domeRadiance(vec3 worldDirection, float blur) {
  float c = cos(domeTurn);
  float s = sin(domeTurn);
  vec3 d = vec3(c * worldDirection.x - s * worldDirection.z, worldDirection.y, s * worldDirection.x + c * worldDirection.z);
  // A hard horizon, bright just above and dark just below: what makes flat polished faces read as metal.
  float above = 0.5 + 0.5 * softSign(d.y / (0.008 + blur));
  float zenith = clamp(d.y, 0.0, 1.0);
  float nadir = clamp(-d.y, 0.0, 1.0);
  float glare = exp(-zenith / (0.09 + blur));
  float bounce = smoothstep(0.0, 0.22 + blur, nadir) * exp(-nadir * 2.2);
  vec3 sky = mix(domeGround[0], domeGround[1], glare);
  vec3 deep = mix(domeGround[2], domeGround[3], bounce);
  vec3 sum = vec3(0.0);
  for (int i = 0; i < boxCount; i++) {
    sum += boxLight[i] * softbox(d, boxForward[i], boxRight[i], boxUp[i], boxSize[i].xy, boxSize[i].z + blur);
  }
  return domeStrength * (mix(deep, sky, above) + domeContrast * sum);
}
`;

/** Takes the place of three's environment lookup: adds the dome to what a surface receives. */
export const DOME_LIGHTING_GLSL = /* glsl */ `
#if defined( RE_IndirectDiffuse )
  iblIrradiance += PI * domeRadiance(inverseTransformDirection(geometryNormal, viewMatrix), 0.9);
#endif
#if defined( RE_IndirectSpecular )
{
  float alpha = material.roughness * material.roughness;
  vec3 mirrored = reflect(-geometryViewDir, geometryNormal);
  // A rough lobe leans towards the normal.
  mirrored = normalize(mix(mirrored, geometryNormal, alpha * alpha));
  radiance += domeRadiance(inverseTransformDirection(mirrored, viewMatrix), 0.9 * alpha);
  #ifdef USE_CLEARCOAT
    float coatAlpha = material.clearcoatRoughness * material.clearcoatRoughness;
    vec3 coated = reflect(-geometryViewDir, geometryClearcoatNormal);
    clearcoatRadiance += domeRadiance(inverseTransformDirection(coated, viewMatrix), 0.9 * coatAlpha);
  #endif
}
#endif
`;
