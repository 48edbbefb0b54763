/**
 * Display transforms: scene light to display light, linear both. Each is told with its inverse, by which plates are put behind the scene as
 * they are.
 *
 * - *rolled*: below the knee it changes nothing, so chosen colours stay what they are; above it values approach 1 along an exponential with
 *   the same slope at the knee. Very bright colours move towards white, as light does on film and in the eye.
 * - *plain*: nothing but the curve of sRGB and BT.709; what is brighter than white is cut off.
 * - *filmic*: a toe and a shoulder, as film has them: K. Narkowicz's fit of the reference rendering of ACES (2015), each colour by itself.
 */
export const DISPLAY_CURVES = ['rolled', 'plain', 'filmic'] as const;
export type DisplayCurve = (typeof DISPLAY_CURVES)[number];

/** The number of a curve, for programs. */
export const curveNumber = (curve: DisplayCurve): number => DISPLAY_CURVES.indexOf(curve);

/** What a picture is compared with: filmic with what is not, and all else with filmic. */
export const otherCurve = (curve: DisplayCurve): DisplayCurve => (curve === 'filmic' ? 'plain' : 'filmic');

type Colour = readonly [number, number, number];

/** One channel: linear scene value to linear display value in 0..1. */
export function rollOff(value: number, knee: number): number {
  if (value <= knee) return Math.max(0, value);
  const room = 1 - knee;
  return knee + room * (1 - Math.exp(-(value - knee) / room));
}

/** Exposure at which the fit lies on what it fits, and its five numbers (K. Narkowicz, 2015; from memory). */
const FILM = { exposure: 0.6, a: 2.51, b: 0.03, c: 2.43, d: 0.59, e: 0.14 } as const;

/** One channel of the filmic curve. */
export function film(value: number): number {
  const { exposure, a, b, c, d, e } = FILM;
  const x = exposure * Math.max(0, value);
  return Math.min(1, (x * (a * x + b)) / (x * (c * x + d) + e));
}

/** The scene value that the filmic curve shows so: the root of its quadratic. */
function filmed(shown: number): number {
  const { exposure, a, b, c, d, e } = FILM;
  const [p, q, r] = [a - c * shown, b - d * shown, -e * shown];
  return (-q + Math.sqrt(Math.max(0, q * q - 4 * p * r))) / (2 * p) / exposure;
}

const FILM_GLSL = Object.entries(FILM)
  .map(([name, value]) => `const float FILM_${name.toUpperCase()} = ${value.toFixed(4)};`)
  .join('\n');

/** The same for a colour, in GLSL; must agree with `displayColour`. */
export const DISPLAY_GLSL = /* glsl */ `
${FILM_GLSL}
vec3 rollOff(vec3 value, float knee) {
  float room = 1.0 - knee;
  vec3 above = knee + room * (1.0 - exp(-(value - knee) / room));
  return mix(max(value, 0.0), above, step(knee, value));
}
vec3 film(vec3 value) {
  vec3 x = FILM_EXPOSURE * max(value, 0.0);
  return min((x * (FILM_A * x + FILM_B)) / (x * (FILM_C * x + FILM_D) + FILM_E), 1.0);
}
vec3 displayColour(vec3 scene, float knee, float curve) {
  if (curve > 1.5) return film(scene);
  if (curve > 0.5) return clamp(scene, 0.0, 1.0);
  float peak = max(scene.r, max(scene.g, scene.b));
  float whitening = 1.0 - exp(-max(0.0, peak - 1.0) * 0.25);
  return rollOff(mix(scene, vec3(peak), whitening), knee);
}`;

/** Nearer to white than this there is no scene value: the roll-off never reaches it. */
const WHITEST = 0.9999;

/** The scene value that is shown as a linear display value; must agree with `sceneColour` in GLSL. */
function rollOn(value: number, knee: number): number {
  if (value <= knee) return value;
  const room = 1 - knee;
  return knee - room * Math.log(1 - Math.min(WHITEST, (value - knee) / room));
}

/** The scene colour that the display shows as a linear display colour. Of strong bright colours the weakest parts may be below 0. */
export function sceneColour(shown: Colour, knee: number, curve: DisplayCurve = 'rolled'): [number, number, number] {
  if (curve === 'plain') return [...shown];
  if (curve === 'filmic') return shown.map(filmed) as [number, number, number];
  const peak = rollOn(Math.max(...shown), knee);
  const whitening = 1 - Math.exp(-Math.max(0, peak - 1) * 0.25);
  return shown.map((c) => (rollOn(c, knee) - peak * whitening) / (1 - whitening)) as [number, number, number];
}

/** The same in GLSL. */
export const INVERSE_DISPLAY_GLSL = /* glsl */ `
${FILM_GLSL}
vec3 rollOn(vec3 value, float knee) {
  float room = 1.0 - knee;
  vec3 above = knee - room * log(1.0 - min(vec3(${WHITEST}), max((value - knee) / room, 0.0)));
  return mix(value, above, step(knee, value));
}
vec3 filmed(vec3 shown) {
  vec3 p = FILM_A - FILM_C * shown;
  vec3 q = FILM_B - FILM_D * shown;
  vec3 r = -FILM_E * shown;
  return (-q + sqrt(max(q * q - 4.0 * p * r, 0.0))) / (2.0 * p) / FILM_EXPOSURE;
}
vec3 sceneColour(vec3 shown, float knee, float curve) {
  if (curve > 1.5) return filmed(shown);
  if (curve > 0.5) return shown;
  vec3 scene = rollOn(shown, knee);
  float peak = max(scene.r, max(scene.g, scene.b));
  float whitening = 1.0 - exp(-max(0.0, peak - 1.0) * 0.25);
  return (scene - peak * whitening) / (1.0 - whitening);
}`;

/** Linear scene colour to linear display colour. */
export function displayColour(scene: Colour, knee: number, curve: DisplayCurve = 'rolled'): [number, number, number] {
  if (curve === 'plain') return scene.map((c) => Math.max(0, Math.min(1, c))) as [number, number, number];
  if (curve === 'filmic') return scene.map(film) as [number, number, number];
  const peak = Math.max(...scene);
  const whitening = 1 - Math.exp(-Math.max(0, peak - 1) * 0.25);
  return scene.map((c) => rollOff(c + (peak - c) * whitening, knee)) as [number, number, number];
}
