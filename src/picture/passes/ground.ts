import { Color, Matrix3, Vector2, type Texture } from 'three';
import { DOME_GLSL, MAP_BLUR } from '../dome/dome-glsl';
import type { DomeMap } from '../dome/dome-map';
import { FullscreenPass } from './fullscreen';

/** Puts the ground behind what is drawn: a colour that falls off toward the corners, and as much of the dome as the lens sees. */
export const groundPass = (dome: DomeMap['uniforms']) =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform vec3 ground;
uniform float falloff;
uniform float aspect;
uniform float domeSeen;
uniform float domeSeenBlur;
uniform mat3 looks;
uniform vec2 reach;
varying vec2 at;
${DOME_GLSL}
void main() {
  vec4 mean = texture2D(picture, at);
  vec2 p = (at - vec2(0.5, 0.42)) * vec2(aspect, 1.0) / max(1.0, aspect);
  float away = smoothstep(0.05, 0.75, length(p * vec2(1.0, 1.25)));
  vec3 behind = ground * mix(1.0, 1.0 - falloff, away);
  if (domeSeen > 0.0) {
    vec3 d = turnedBy(looks * normalize(vec3((2.0 * at - 1.0) * reach, -1.0)), domeTurn);
    vec3 seen = domeSeenBlur > ${MAP_BLUR} ? domeFromMap(d, domeSeenBlur) : domeFormula(d, 0.001) + domePicturesAt(d);
    behind = behind * (1.0 - min(domeSeen, 1.0)) + seen * domeSeen;
  }
  gl_FragColor = vec4(mean.rgb + (1.0 - mean.a) * behind, 1.0);
}`,
    {
      ...dome,
      picture: { value: null as Texture | null },
      ground: { value: new Color() },
      falloff: { value: 0 },
      aspect: { value: 1 },
      looks: { value: new Matrix3() },
      reach: { value: new Vector2() },
    },
  );
