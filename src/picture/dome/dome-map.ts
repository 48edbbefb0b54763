import {
  ClampToEdgeWrapping,
  HalfFloatType,
  LinearFilter,
  LinearMipmapLinearFilter,
  RepeatWrapping,
  Texture,
  Vector2,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three';
import type { FrameState, PictureRef, SurroundingsState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { ofKind } from '@/core/schema/owner-kind';
import { FullscreenPass } from '../passes/fullscreen';
import { numberTable } from '../tables';
import { elementRow } from './dome-elements';
import { PictureLevels } from './picture-levels';
import { DOME_FORMULA_GLSL, MAP_BLUR, MAP_LEVELS, MAP_WIDTH } from './dome-glsl';

const BAKE = /* glsl */ `
#define SKY
${DOME_FORMULA_GLSL}
uniform float level;
varying vec2 at;
void main() {
  vec3 d = rolled(at);
  gl_FragColor = vec4(min(domeFormula(d, ${MAP_BLUR} * exp2(level)) + domePicturesAt(d), vec3(60000.0)), 1.0);
}`;

const NO_PICTURE = new Texture();

/** Colours of a ground, of radiance 1. */
const GROUND = ['zenith', 'horizon', 'nadir', 'below'] as const;

/** Where pictures of surroundings come from: equirectangular, blurred level by level. */
export interface DomePictures {
  texture(ref: PictureRef): Texture | null;
}

/**
 * The dome of a picture: a formula of its ground, its elements and its pictures, and maps of it, each level blurred twice as far as the one
 * before it. A turn of the whole is a uniform; what changes otherwise is drawn anew, once.
 */
export class DomeMap {
  readonly table = numberTable();
  private readonly map = new WebGLRenderTarget(MAP_WIDTH, MAP_WIDTH / 2, {
    type: HalfFloatType,
    depthBuffer: false,
    minFilter: LinearMipmapLinearFilter,
    magFilter: LinearFilter,
    wrapS: RepeatWrapping,
    wrapT: ClampToEdgeWrapping,
  });
  readonly uniforms = {
    domeTurn: { value: 0 },
    domeReflects: { value: 1 },
    domeLights: { value: 1 },
    /** Of what the lens sees of it, and how far that is blurred, radians. */
    domeSeen: { value: 0 },
    domeSeenBlur: { value: 0 },
    domeMap: { value: this.map.texture as Texture },
    domeGround: { value: new Array<number>(12).fill(0) },
    domeCount: { value: 0 },
    /** Mirrors then see the sharpest map: the sky's formula is not in their program. */
    domeHasSky: { value: false },
    domeTable: { value: this.table.texture as Texture },
    domePictures: { value: [NO_PICTURE, NO_PICTURE] as Texture[] },
    domeTints: { value: new Array<number>(6).fill(0) },
    domePictureTurns: { value: new Vector2() },
  };
  /** Pictures of its surroundings, blurred level by level. */
  private readonly levels: [PictureLevels | null, PictureLevels | null] = [null, null];
  private readonly bakeLevel = { value: 0 };
  private readonly bakePictures = { value: [NO_PICTURE, NO_PICTURE] as Texture[] };
  private readonly baker = new FullscreenPass(BAKE, {
    ...this.uniforms,
    domeMap: { value: null },
    domePictures: this.bakePictures,
    level: this.bakeLevel,
  });
  private drawn = '';
  /** Maps drawn since the beginning. */
  bakes = 0;

  constructor() {
    // Each level is drawn by itself.
    this.map.texture.generateMipmaps = false;
    this.map.texture.mipmaps = Array.from({ length: MAP_LEVELS + 1 }, () => ({}) as never);
  }

  /** Whether the lens sees any of it. */
  get isSeen(): boolean {
    return this.uniforms.domeSeen.value > 0;
  }

  /** Takes the dome of an instant; says nothing to the graphics card yet. */
  set({ set, domes }: Pick<FrameState, 'set' | 'domes'>, pictures: DomePictures | null): void {
    const { uniforms } = this;
    const values = ofKind(set, 'dome')?.values;
    const mix = domes.length > 1 ? Math.max(0, Math.min(1, values?.mix ?? 0)) : 0;
    const [first, second] = domes;
    const whole = values?.strength ?? 0;
    uniforms.domeTurn.value = radians((values?.turn ?? 0) + (first?.values.turn ?? 0));
    uniforms.domeReflects.value = whole * (values?.reflected ?? 1);
    uniforms.domeLights.value = whole * (values?.lit ?? 1);
    uniforms.domeSeen.value = whole * (values?.seen ?? 0);
    uniforms.domeSeenBlur.value = radians(values?.blur ?? 0);
    const shares = [1 - mix, mix] as const;
    const rows: number[][] = [];
    const ground = new Array<number>(12).fill(0);
    const tints = new Array<number>(6).fill(0);
    const turn = (second?.values.turn ?? 0) - (first?.values.turn ?? 0);
    const place = (dome: SurroundingsState | undefined, i: 0 | 1) => {
      const share = shares[i] * (dome?.values.strength ?? 0);
      uniforms.domePictures.value[i] = NO_PICTURE;
      if (!dome || share === 0) return;
      const own = i === 1 ? turn : 0;
      for (const element of dome.elements) rows.push(elementRow(element, share * (values?.contrast ?? 1), own));
      GROUND.forEach((name, k) =>
        dome.values[name].forEach((c, j) => (ground[3 * k + j] = (ground[3 * k + j] as number) + c * dome.values.ground * share)),
      );
      const { picture } = dome.settings;
      const texture = picture && (pictures?.texture({ hash: picture.hash, holds: picture.holds, frame: 0 }) ?? null);
      if (!texture) return;
      uniforms.domePictures.value[i] = texture;
      dome.values.tint.forEach((c, j) => (tints[3 * i + j] = c * share));
    };
    place(first, 0);
    place(second, 1);
    uniforms.domePictureTurns.value.set(0, radians(turn));
    uniforms.domeGround.value = ground;
    uniforms.domeTints.value = tints;
    uniforms.domeCount.value = rows.length;
    uniforms.domeHasSky.value = domes.some(({ elements }) => elements.some(({ kind }) => kind === 'dome-sky'));
    this.table.fill(rows);
    uniforms.domeTable.value = this.table.texture;
  }

  /** Draws the maps anew where anything but the turn or the strength of the whole has changed. */
  update(renderer: WebGLRenderer): void {
    const { domeGround, domeCount, domeTints, domePictures, domePictureTurns } = this.uniforms;
    const pictures = domePictures.value.map(({ id, version }) => `${id}.${version}`);
    const rows = this.table.numbers(domeCount.value * 16);
    const now = [...domeGround.value, ...domeTints.value, ...pictures, ...domePictureTurns.value.toArray(), ...rows].join(' ');
    if (now === this.drawn) return;
    this.drawn = now;
    this.bakes++;
    domePictures.value.forEach((picture, i) => {
      if (picture !== NO_PICTURE) (this.levels[i] ??= new PictureLevels()).update(renderer, picture);
    });
    for (let level = 0; level <= MAP_LEVELS; level++) {
      this.bakeLevel.value = level;
      this.bakePictures.value = domePictures.value.map((picture, i) =>
        picture === NO_PICTURE ? NO_PICTURE : (this.levels[i]?.levels[level]?.texture ?? NO_PICTURE),
      );
      const [width, height] = [MAP_WIDTH >> level, Math.max(1, MAP_WIDTH >> (level + 1))];
      this.map.viewport.set(0, 0, width, height);
      this.map.scissor.set(0, 0, width, height);
      this.baker.draw(renderer, this.map, level);
    }
  }

  dispose(): void {
    for (const levels of this.levels) levels?.dispose();
    this.map.dispose();
    this.table.dispose();
    this.baker.dispose();
  }
}
