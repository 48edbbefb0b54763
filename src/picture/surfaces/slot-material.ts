import {
  BackSide,
  DoubleSide,
  FrontSide,
  GLSL3,
  NoBlending,
  NormalBlending,
  ShaderMaterial,
  Vector2,
  Vector3,
  Vector4,
  type Texture,
} from 'three';
import { radians } from '@/core/space/angle';
import { cutBy } from '../matte-writer';
import { laidUniforms, setLaid } from './laid-picture';
import { SLOT_PROGRAMS, SLOT_VERTEX, type SlotProgram } from './slot-glsl';
import type { Features } from './slot-features';
import { isClear, isCutOut, isThin, letsThrough, type SurfaceValues } from './surface-table';

/** What is long to compile, and only compiled for what has it: patterns; and looks into what is mirrored or seen through. */
export type Extra = 'PATTERNS' | 'LOOKS' | 'SOLID';

type Uniforms = Record<string, { value: unknown }>;

/** One slot of surfaces as one of the programs draws it. What it is made of stands in the table, in its row. */
export class SlotMaterial extends ShaderMaterial {
  private readonly own = {
    row: { value: -1 },
    opacity: { value: 1 },
    flatColour: { value: new Vector3() },
    brushing: { value: 0 },
    reach: { value: 0 },
    isCatching: { value: 0 },
    isMirror: { value: 0 },
    fadePlane: { value: new Vector4() },
    fadeEnds: { value: new Vector2(1, 1) },
  };
  private readonly laid: ReturnType<typeof laidUniforms>;

  /**
   * @param shared uniforms that all have in common
   * @param extras what its program knows beside what all do
   */
  constructor(
    readonly program: SlotProgram,
    shared: Uniforms,
    private readonly empty: Texture,
    extras: readonly Extra[],
  ) {
    const laid = laidUniforms(empty);
    super({
      glslVersion: GLSL3,
      defines: Object.fromEntries(extras.map((extra) => [extra, ''])),
      vertexShader: SLOT_VERTEX,
      fragmentShader: SLOT_PROGRAMS[program],
      blending: program === 'lit' || program === 'sketch' || program === 'litCatcher' ? NormalBlending : NoBlending,
    });
    this.laid = laid;
    Object.assign(this.uniforms, shared, this.own, laid);
    if (program === 'litCatcher') Object.assign(this, { transparent: true, depthWrite: false, premultipliedAlpha: true });
  }

  /** Its row of the table of surfaces. */
  get row(): number {
    return this.own.row.value;
  }

  /** Whether rays meet it: what only takes shadows, or is cut out, is in no ray's way. */
  isMet = true;

  /** Whether what is behind it is seen through it, bent. */
  isClear = false;

  /** Sets what its surface is at the moment. */
  dress(
    row: number,
    surface: SurfaceValues,
    { laid = null, isMirror = false, matte = null }: Pick<Features, 'laid' | 'isMirror' | 'matte'>,
  ): void {
    const { own } = this;
    const { colour, opacity, brushing, fade, reach, catches } = surface;
    own.row.value = row;
    own.opacity.value = this.program === 'shadow' ? opacity * (1 - letsThrough(surface)) : opacity;
    own.brushing.value = radians(brushing);
    own.reach.value = reach;
    own.isCatching.value = catches ? 1 : 0;
    this.isMet = !catches && !isCutOut(surface);
    own.isMirror.value = isMirror ? 1 : 0;
    own.flatColour.value.set(...(colour as [number, number, number]));
    own.fadePlane.value.set(...((fade?.plane ?? [0, 0, 0, 0]) as [number, number, number, number]));
    own.fadeEnds.value.set(fade?.start ?? 1, fade?.end ?? 1);
    setLaid(this.laid, laid, this.empty);
    cutBy(this, this.program === 'shadow' ? null : matte);
    if (this.program === 'lit') {
      this.isClear = isClear(surface);
      // What is clear draws what is behind it itself.
      this.blending = this.isClear || isCutOut(surface) ? NoBlending : NormalBlending;
      this.setTransparent(!this.isClear && (fade !== null || isThin(surface) || (laid?.isClear ?? false)));
    }
    if (this.program === 'sketch') this.setTransparent(laid?.isClear ?? false);
    // What can be seen through, or is cut out, has no other side that would cast its shadow.
    if (this.program === 'shadow') this.side = laid ? DoubleSide : BackSide;
    else this.side = FrontSide;
  }

  private setTransparent(transparent: boolean): void {
    this.depthWrite = !transparent;
    this.transparent = transparent;
  }
}
