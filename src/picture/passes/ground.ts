import { Color, Matrix3, Vector2, Vector3, Vector4, type Texture } from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import { radians } from '@/core/space/angle';
import { DOME_GLSL, MAP_BLUR } from '../dome/dome-glsl';
import type { DomeMap } from '../dome/dome-map';
import { FullscreenPass } from './fullscreen';

/**
 * Puts the ground behind what is drawn: a colour, or two that run into one another, that falls off toward the corners, and as much of the
 * dome as the lens sees.
 */
export const groundPass = (dome: DomeMap['uniforms']) =>
  new FullscreenPass(
    /* glsl */ `
#define SKY
uniform sampler2D picture;
uniform vec3 ground;
uniform float falloff;
/** A colour that the ground runs into; the middle in heights of the frame, way and length; 0 none, 1 straight, 2 round. */
uniform vec3 into;
uniform vec2 middle;
uniform vec3 run;
uniform float shape;
uniform float aspect;
uniform float domeSeen;
uniform float domeSeenBlur;
uniform mat3 looks;
uniform vec2 reach;
/** From the picture as it is drawn into the frame. */
uniform vec4 inFrame;
varying vec2 at;
${DOME_GLSL}
void main() {
  vec4 mean = texture2D(picture, at);
  vec2 f = at * inFrame.xy + inFrame.zw;
  vec2 p = (f - vec2(0.5, 0.42)) * vec2(aspect, 1.0) / max(1.0, aspect);
  float away = smoothstep(0.05, 0.75, length(p * vec2(1.0, 1.25)));
  vec3 colour = ground;
  if (shape > 0.0) {
    vec2 q = (f - 0.5) * vec2(aspect, 1.0) - middle;
    float share = shape > 1.5 ? length(q) / run.z : 0.5 + dot(q, run.xy) / run.z;
    colour = mix(ground, into, smoothstep(0.0, 1.0, share));
  }
  vec3 behind = colour * mix(1.0, 1.0 - falloff, away);
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
      into: { value: new Color() },
      middle: { value: new Vector2() },
      run: { value: new Vector3(0, 1, 1) },
      shape: { value: 0 },
      aspect: { value: 1 },
      inFrame: { value: new Vector4(1, 1, 0, 0) },
      looks: { value: new Matrix3() },
      reach: { value: new Vector2() },
    },
  );

/** Sets how the ground of a state runs into its second colour. */
export function setGradient({ uniforms }: ReturnType<typeof groundPass>, set: FrameState['set']): void {
  const gradient = ofKind(set, 'gradient-ground');
  uniforms.shape.value = gradient ? (gradient.settings.shape === 'round' ? 2 : 1) : 0;
  if (!gradient) return;
  const { colour, x, y, angle, length } = gradient.values;
  uniforms.into.value.setRGB(...(colour as [number, number, number]));
  uniforms.middle.value.set(x, y);
  uniforms.run.value.set(Math.cos(radians(angle)), Math.sin(radians(angle)), length);
}
