import { Vector2, type Texture } from 'three';
import { FXAAShader } from 'three/addons/shaders/FXAAShader.js';
import { FullscreenPass } from './fullscreen';

/** Smooths the edges of a picture of one sub-frame. */
export const smoothPass = (picture: Texture) =>
  new FullscreenPass(
    FXAAShader.fragmentShader,
    { tDiffuse: { value: picture }, resolution: { value: new Vector2() } },
    { vertexShader: FXAAShader.vertexShader },
  );
