import { HalfFloatType, LinearFilter, Vector2, WebGLRenderTarget, type Texture, type WebGLRenderer } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { LOOK_AT_GLSL, texture } from './scattered';

/** At each level half as large: a wide blur is a narrow one of a small picture. */
const NARROW = 3;
const MOST_LEVELS = 7;

const smallTarget = () =>
  new WebGLRenderTarget(1, 1, { minFilter: LinearFilter, magFilter: LinearFilter, type: HalfFloatType, depthBuffer: false });

/** A picture that was blurred. */
export interface Blurred {
  texture: Texture;
  scale: Vector2;
}

/** Blurs pictures by a Gauss curve as wide as is asked for, and keeps their light: what leaves over the border is all that is lost. */
export class Blur {
  private readonly halve = new FullscreenPass(
    /* glsl */ `${LOOK_AT_GLSL}
uniform vec2 texel;
void main() {
  vec4 sum = vec4(0.0);
  for (int y = -1; y <= 2; y++)
    for (int x = -1; x <= 2; x++) {
      // A tent over two pixels each way: 1 3 3 1. Each pixel stands for two by two, also where their number is odd.
      float w = (x == 0 || x == 1 ? 3.0 : 1.0) * (y == 0 || y == 1 ? 3.0 : 1.0);
      sum += w * lookAt((2.0 * gl_FragCoord.xy + vec2(float(x), float(y)) - 0.5) * texel);
    }
  gl_FragColor = sum / 64.0;
}`,
    { picture: texture(), texel: { value: new Vector2() } },
  );
  private readonly along = new FullscreenPass(
    /* glsl */ `${LOOK_AT_GLSL}
uniform vec2 way;
uniform float sigma;
void main() {
  vec4 sum = vec4(0.0);
  float total = 0.0;
  for (int i = -16; i <= 16; i++) {
    float w = exp(-0.5 * float(i * i) / (sigma * sigma));
    if (abs(float(i)) > 4.0 * sigma) continue;
    sum += w * lookAt(at + float(i) * way);
    total += w;
  }
  gl_FragColor = sum / total;
}`,
    { picture: texture(), way: { value: new Vector2() }, sigma: { value: 1 } },
  );
  private readonly levels: WebGLRenderTarget[] = Array.from({ length: MOST_LEVELS }, smallTarget);
  private readonly turned = smallTarget();
  private readonly made = new Map<string, WebGLRenderTarget>();
  private readonly size = new Vector2(1, 1);

  setSize(width: number, height: number): void {
    this.size.set(width, height);
  }

  /**
   * A picture blurred; looked up with linear filtering. It stands until the same name is asked for again.
   * @param sigma of the Gauss curve, pixels
   * @returns what it was drawn into, and what places of the picture are multiplied by to be looked up there
   */
  draw(renderer: WebGLRenderer, from: Texture, sigma: number, name: string): Blurred {
    let [now, width, height, left] = [from, this.size.x, this.size.y, sigma];
    let levels = 0;
    for (; levels < MOST_LEVELS && left > NARROW && Math.min(width, height) > 8; levels++) {
      const target = this.levels[levels] as WebGLRenderTarget;
      this.halve.uniforms.picture.value = now;
      this.halve.uniforms.texel.value.set(1 / width, 1 / height);
      [width, height] = [Math.ceil(width / 2), Math.ceil(height / 2)];
      target.setSize(width, height);
      this.halve.draw(renderer, target);
      now = target.texture;
      // The tent itself is as wide as a Gauss curve of 0.866 of its own pixels before it is halved.
      left = Math.sqrt(Math.max(0.25, left * left - 0.75)) / 2;
    }
    let target = this.made.get(name);
    if (!target) this.made.set(name, (target = smallTarget()));
    target.setSize(width, height);
    this.turned.setSize(width, height);
    const { along } = this;
    along.uniforms.sigma.value = Math.max(left, 0.05);
    along.uniforms.picture.value = now;
    along.uniforms.way.value.set(1 / width, 0);
    along.draw(renderer, this.turned);
    along.uniforms.picture.value = this.turned.texture;
    along.uniforms.way.value.set(0, 1 / height);
    along.draw(renderer, target);
    const smaller = 2 ** levels;
    return { texture: target.texture, scale: new Vector2(this.size.x / (smaller * width), this.size.y / (smaller * height)) };
  }

  dispose(): void {
    for (const each of [this.halve, this.along, this.turned, ...this.levels, ...this.made.values()]) each.dispose();
  }
}
