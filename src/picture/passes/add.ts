import { AddEquation, CustomBlending, OneFactor, Vector2, type Texture } from 'three';
import { FXAAShader } from 'three/addons/shaders/FXAAShader.js';
import { FullscreenPass } from './fullscreen';

/** Adds a sub-frame, as it is. Very bright points are held back so that one sample does not speckle the mean. */
export const addPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D subFrame;
varying vec2 at;
void main() {
  gl_FragColor = min(texture2D(subFrame, at), vec4(64.0));
}`,
    { subFrame: { value: null as Texture | null } },
    { blending: CustomBlending, blendEquation: AddEquation, blendSrc: OneFactor, blendDst: OneFactor, transparent: true },
  );

/** Smooths the edges of a picture of one sub-frame. */
export const smoothPass = (picture: Texture) =>
  new FullscreenPass(
    FXAAShader.fragmentShader,
    { tDiffuse: { value: picture }, resolution: { value: new Vector2() } },
    { vertexShader: FXAAShader.vertexShader },
  );
