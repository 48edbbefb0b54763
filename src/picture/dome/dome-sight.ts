import { FloatType, NearestFilter, WebGLRenderTarget, type WebGLRenderer } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { DOME_GLSL } from './dome-glsl';
import type { DomeMap } from './dome-map';
import { SIGHT_COLUMNS, SIGHT_ROWS } from './sight-size';

/** The dome as it is drawn, unrolled for whoever works on it: with its pictures, turned as it is. */
export class DomeSight {
  private readonly target = new WebGLRenderTarget(SIGHT_COLUMNS, SIGHT_ROWS, {
    type: FloatType,
    depthBuffer: false,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
  });
  private readonly pass: FullscreenPass<DomeMap['uniforms']>;

  constructor(dome: DomeMap['uniforms']) {
    this.pass = new FullscreenPass(
      /* glsl */ `
varying vec2 at;
${DOME_GLSL}
void main() {
  gl_FragColor = vec4(domeRadiance(rolled(at), 0.012), 1.0);
}`,
      dome,
    );
  }

  /** Radiance by rows from the lowest up, four numbers a point. */
  read(renderer: WebGLRenderer): Float32Array {
    this.pass.draw(renderer, this.target);
    const pixels = new Float32Array(4 * SIGHT_COLUMNS * SIGHT_ROWS);
    renderer.readRenderTargetPixels(this.target, 0, 0, SIGHT_COLUMNS, SIGHT_ROWS, pixels);
    return pixels;
  }

  dispose(): void {
    this.target.dispose();
    this.pass.dispose();
  }
}
