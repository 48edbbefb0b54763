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

/** Linear scene colour to linear display colour. */
export function displayColour(scene: readonly [number, number, number], knee: number): [number, number, number] {
  const peak = Math.max(...scene);
  const whitening = 1 - Math.exp(-Math.max(0, peak - 1) * 0.25);
  return scene.map((c) => rollOff(c + (peak - c) * whitening, knee)) as [number, number, number];
}
