import {
  ClampToEdgeWrapping,
  HalfFloatType,
  LinearFilter,
  RepeatWrapping,
  WebGLRenderTarget,
  type Texture,
  type WebGLRenderer,
} from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { MAP_BLUR, MAP_LEVELS, MAP_WIDTH, UNROLLED_GLSL } from './dome-glsl';

/** Looks to each side of a point while it is blurred, and how far apart, in widths of the blur. */
const LOOKS = 3;
const APART = 0.7;
/** A blur of a formula's edges is about as wide as a bell of this share of it. */
const BELL = 0.7;

const BLUR = /* glsl */ `
uniform sampler2D from;
uniform float width;
varying vec2 at;
${UNROLLED_GLSL}
void main() {
  if (width == 0.0) {
    gl_FragColor = vec4(min(texture2D(from, at).rgb, vec3(60000.0)), 1.0);
    return;
  }
  vec3 d = rolled(at);
  float turn = 6.28318530718 * (at.x - 0.5);
  vec3 right = vec3(cos(turn), 0.0, -sin(turn));
  vec3 up = cross(d, right);
  vec4 sum = vec4(0.0);
  for (int y = -${LOOKS}; y <= ${LOOKS}; y++)
    for (int x = -${LOOKS}; x <= ${LOOKS}; x++) {
      vec2 by = vec2(x, y) * ${APART};
      float weight = exp(-0.5 * dot(by, by));
      vec3 look = normalize(d + (right * by.x + up * by.y) * width);
      sum += weight * vec4(textureLod(from, unrolled(look), 0.0).rgb, 1.0);
    }
  gl_FragColor = vec4(sum.rgb / sum.a, 1.0);
}`;

/** A picture all round, blurred level by level as the maps of the dome are. */
export class PictureLevels {
  readonly levels: readonly WebGLRenderTarget[] = Array.from(
    { length: MAP_LEVELS + 1 },
    (_, level) =>
      new WebGLRenderTarget(MAP_WIDTH >> level, Math.max(1, MAP_WIDTH >> (level + 1)), {
        type: HalfFloatType,
        depthBuffer: false,
        minFilter: LinearFilter,
        magFilter: LinearFilter,
        wrapS: RepeatWrapping,
        wrapT: ClampToEdgeWrapping,
      }),
  );
  private readonly pass = new FullscreenPass(BLUR, { from: { value: null as Texture | null }, width: { value: 0 } });
  private drawn = '';

  /** Draws the levels of a picture, where they are not those of it already. */
  update(renderer: WebGLRenderer, picture: Texture): void {
    const now = `${picture.id}.${picture.version}`;
    if (now === this.drawn) return;
    this.drawn = now;
    const { uniforms } = this.pass;
    this.levels.forEach((target, level) => {
      uniforms.from.value = level === 0 ? picture : (this.levels[level - 1] as WebGLRenderTarget).texture;
      // From one blur to one twice as wide: variances add.
      uniforms.width.value = level === 0 ? 0 : BELL * MAP_BLUR * 2 ** level * Math.sqrt(0.75);
      this.pass.draw(renderer, target);
    });
  }

  dispose(): void {
    for (const level of this.levels) level.dispose();
    this.pass.dispose();
  }
}
