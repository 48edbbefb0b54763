/**
 * The display transform: scene light to display light. Below the knee it changes nothing, so chosen colours
 * stay what they are; above it values approach 1 along an exponential with the same slope at the knee.
 * Very bright colours move towards white, as light does on film and in the eye.
 */

/** One channel: linear scene value to linear display value in 0..1. */
export function rollOff(value: number, knee: number): number {
  if (value <= knee) return Math.max(0, value);
  const room = 1 - knee;
  return knee + room * (1 - Math.exp(-(value - knee) / room));
}

/** The same for a colour, in GLSL; must agree with `displayColour`. */
export const DISPLAY_GLSL = /* glsl */ `
vec3 rollOff(vec3 value, float knee) {
  float room = 1.0 - knee;
  vec3 above = knee + room * (1.0 - exp(-(value - knee) / room));
  return mix(max(value, 0.0), above, step(knee, value));
}
vec3 displayColour(vec3 scene, float knee) {
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
export function sceneColour(shown: readonly [number, number, number], knee: number): [number, number, number] {
  const peak = rollOn(Math.max(...shown), knee);
  const whitening = 1 - Math.exp(-Math.max(0, peak - 1) * 0.25);
  return shown.map((c) => (rollOn(c, knee) - peak * whitening) / (1 - whitening)) as [number, number, number];
}

/** The same in GLSL. */
export const INVERSE_DISPLAY_GLSL = /* glsl */ `
vec3 rollOn(vec3 value, float knee) {
  float room = 1.0 - knee;
  vec3 above = knee - room * log(1.0 - min(vec3(${WHITEST}), max((value - knee) / room, 0.0)));
  return mix(value, above, step(knee, value));
}
vec3 sceneColour(vec3 shown, float knee) {
  vec3 scene = rollOn(shown, knee);
  float peak = max(scene.r, max(scene.g, scene.b));
  float whitening = 1.0 - exp(-max(0.0, peak - 1.0) * 0.25);
  return (scene - peak * whitening) / (1.0 - whitening);
}`;

/** Linear scene colour to linear display colour. */
export function displayColour(scene: readonly [number, number, number], knee: number): [number, number, number] {
  const peak = Math.max(...scene);
  const whitening = 1 - Math.exp(-Math.max(0, peak - 1) * 0.25);
  return scene.map((c) => rollOff(c + (peak - c) * whitening, knee)) as [number, number, number];
}
