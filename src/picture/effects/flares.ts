import { Color, Vector3 } from 'three';
import { radians } from '@/core/space/angle';
import { MAX_LIGHTS } from '@/core/production/production';
import { passEffect, type EffectDrawer, type StateOf } from './effect-drawer';
import { SCATTERED_GLSL, setTint, texture } from './scattered';

/** How thick a ray of a star is at its root, and a ring all round, heights of the frame; how far apart a ring's colours are. */
const THICK = 0.004;
const RING = 0.01;
const APART = 0.02;

/** What each light adds: a star that thins out along its rays, and a ring whose colours lie side by side as of a bow. */
const MAIN = /* glsl */ `
uniform sampler2D sights;
uniform float sightCount;
uniform int count;
uniform vec3 lights[${MAX_LIGHTS}];
uniform float slots[${MAX_LIGHTS}];
uniform float star;
uniform float reach;
uniform float turned;
uniform float points;
uniform float ring;
uniform float radius;
uniform vec3 tint;
${SCATTERED_GLSL}
float starAt(vec2 away) {
  float r = length(away);
  float wedge = 6.2831853 / points;
  float angle = mod(atan(away.y, away.x) - turned + 0.5 * wedge, wedge) - 0.5 * wedge;
  float along = r * cos(angle);
  float across = r * abs(sin(angle));
  float left = max(0.0, 1.0 - along / max(reach, 1e-4));
  float thick = ${THICK} * (0.25 + 0.75 * left);
  // As bright at its root as it is told, and thinner and darker outward.
  float ray = left * left * exp(-across * across / (thick * thick)) * ${THICK} / (${THICK} + 0.25 * along);
  return ray + 0.5 * exp(-r / ${3 * THICK}) * step(1e-6, left);
}
vec3 ringAt(vec2 away) {
  vec3 off = (length(away) - radius * vec3(${1 - APART}, 1.0, ${1 + APART})) / ${RING};
  return exp(-off * off);
}
void main() {
  vec4 seen = texture2D(picture, at);
  vec3 added = vec3(0.0);
  for (int i = 0; i < ${MAX_LIGHTS}; i++) {
    if (i >= count) break;
    vec4 sight = texture2D(sights, vec2((slots[i] + 0.5) / ${MAX_LIGHTS}.0, 0.5)) / sightCount;
    if (sight.z <= 0.0) continue;
    // Where it is in all that is drawn, from there in heights of the frame.
    vec2 away = (at - sight.xy / sight.z) * pictureSize / frameSize.y;
    added += sight.z * lights[i] * (star * starAt(away) + ring * ringAt(away));
  }
  added *= tint;
  gl_FragColor = vec4(seen.rgb + added, covered(seen.a, added));
}`;

export const flaresDrawer = (): EffectDrawer<StateOf<'flares'>> =>
  passEffect(
    MAIN,
    {
      sights: texture(),
      sightCount: { value: 1 },
      count: { value: 0 },
      lights: { value: Array.from({ length: MAX_LIGHTS }, () => new Vector3()) },
      slots: { value: new Float32Array(MAX_LIGHTS) },
      star: { value: 0 },
      reach: { value: 0 },
      turned: { value: 0 },
      points: { value: 6 },
      ring: { value: 0 },
      radius: { value: 0 },
      tint: { value: new Color() },
    },
    (uniforms, { values, settings }, { sights }) => {
      const bright = (sights?.sources ?? []).filter(({ source }) => Math.max(...source.light) > values.threshold);
      uniforms.sights.value = sights?.texture ?? null;
      uniforms.sightCount.value = sights?.count ?? 1;
      uniforms.count.value = bright.length;
      bright.forEach(({ source, slot }, i) => {
        uniforms.lights.value[i]?.set(...source.light);
        uniforms.slots.value[i] = slot;
      });
      uniforms.star.value = values.star;
      uniforms.reach.value = values.length;
      uniforms.turned.value = radians(values.turn);
      uniforms.points.value = settings.points;
      uniforms.ring.value = values.ring;
      uniforms.radius.value = values.radius;
      setTint(uniforms.tint.value, values.tint);
    },
  );
