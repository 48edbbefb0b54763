import {
  AddEquation,
  BackSide,
  CustomBlending,
  DoubleSide,
  FrontSide,
  GLSL3,
  NoBlending,
  NormalBlending,
  OneMinusSrcAlphaFactor,
  ShaderMaterial,
  Vector2,
  Vector3,
  Vector4,
  ZeroFactor,
  type Blending,
  type Texture,
} from 'three';
import { radians } from '@/core/space/angle';
import { cutBy } from '../matte-writer';
import { laidUniforms, setLaid } from './laid-picture';
import { SLOT_PROGRAMS, SLOT_VERTEX, type SlotProgram } from './slot-glsl';
import type { Features, SlotOf } from './slot-features';
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
    isHeld: { value: 0 },
    isCutOut: { value: 0 },
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
    // For what is only to hide what is behind it.
    Object.assign(this, { blendEquation: AddEquation, blendSrc: ZeroFactor, blendDst: OneMinusSrcAlphaFactor });
    if (program === 'litCatcher') Object.assign(this, { transparent: true, depthWrite: false, premultipliedAlpha: true });
  }

  /** Its row of the table of surfaces. */
  get row(): number {
    return this.own.row.value;
  }

  /** Whether rays meet it: what only takes shadows, or is cut out, is in no ray's way. */
  isMet = true;

  of: SlotOf = { id: '', region: '' };
  /** How it is blended where it is seen, while it is not. */
  private seenBlending: Blending | null = null;

  /** Lets it only hide what is behind it, or be seen again. A cut-out does no more than that ever. */
  hold(isHeld: boolean): void {
    if (this.own.isCutOut.value > 0 || isHeld === (this.seenBlending !== null)) return;
    this.own.isHeld.value = isHeld ? 1 : 0;
    if (isHeld) this.seenBlending = this.blending;
    // Its opacity takes of what is behind it, and nothing of it is added. What is clear draws what is behind it itself.
    this.blendDst = this.isClear ? ZeroFactor : OneMinusSrcAlphaFactor;
    this.blending = isHeld && this.program !== 'seen' ? CustomBlending : (this.seenBlending as Blending);
    if (!isHeld) this.seenBlending = null;
  }

  /** Whether what is behind it is seen through it, bent. */
  isClear = false;

  /** Sets what its surface is at the moment. */
  dress(
    row: number,
    surface: SurfaceValues,
    { laid = null, isMirror = false, matte = null, of }: Pick<Features, 'laid' | 'isMirror' | 'matte' | 'of'>,
  ): void {
    if (of) this.of = of;
    const { own } = this;
    const { colour, opacity, brushing, fade, reach, catches } = surface;
    own.row.value = row;
    own.opacity.value = this.program === 'shadow' ? opacity * (1 - letsThrough(surface)) : opacity;
    own.brushing.value = radians(brushing);
    own.reach.value = reach;
    own.isCatching.value = catches ? 1 : 0;
    this.own.isCutOut.value = isCutOut(surface) ? 1 : 0;
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
