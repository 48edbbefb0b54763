import { Vector2, Vector4, type Texture } from 'three';
import type { PlateState } from '@/core/frame/frame-state';
import { INVERSE_DISPLAY_GLSL } from '@/core/colour/display';
import { FullscreenPass } from './fullscreen';

/** Puts a picture behind what is drawn, so that the display shows it just as it is in its file. */
export const platePass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D plate;
uniform vec2 scale;
uniform float opacity;
uniform float exposure;
uniform float knee;
uniform float curve;
/** From the picture as it is drawn into the frame. */
uniform vec4 inFrame;
varying vec2 at;
${INVERSE_DISPLAY_GLSL}
void main() {
  vec4 mean = texture2D(picture, at);
  vec2 p = (at * inFrame.xy + inFrame.zw - 0.5) * scale + 0.5;
  vec2 inside = step(vec2(0.0), p) * step(p, vec2(1.0));
  vec4 shown = texture2D(plate, p);
  vec3 straight = shown.a > 1e-4 ? shown.rgb / shown.a : vec3(0.0);
  float cover = shown.a * opacity * inside.x * inside.y;
  vec3 scene = sceneColour(straight, knee, curve) / exposure;
  gl_FragColor = vec4(mean.rgb + (1.0 - mean.a) * scene * cover, mean.a + (1.0 - mean.a) * cover);
}`,
    {
      picture: { value: null as Texture | null },
      plate: { value: null as Texture | null },
      scale: { value: new Vector2(1, 1) },
      opacity: { value: 1 },
      exposure: { value: 1 },
      knee: { value: 0.5 },
      curve: { value: 0 },
      inFrame: { value: new Vector4(1, 1, 0, 0) },
    },
  );

/** What a place in the frame, from its middle, is multiplied by to be a place in the plate. */
export function plateScale(fit: PlateState['fit'], frame: number, plate: number): readonly [number, number] {
  if (fit === 'stretch') return [1, 1];
  const isCut = frame > plate === (fit === 'fill');
  return isCut ? [1, plate / frame] : [frame / plate, 1];
}
