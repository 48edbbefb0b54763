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
import type { SurfaceState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import type { FadePlane } from './fade';
import { laidUniforms, setLaid, type LaidPicture } from './laid-picture';
import { SLOT_PROGRAMS, SLOT_VERTEX, type SlotProgram } from './slot-glsl';

type Uniforms = Record<string, { value: unknown }>;

/** One slot of surfaces as one of the programs draws it. What it is made of stands in the table, in its row. */
export class SlotMaterial extends ShaderMaterial {
  private readonly own = {
    row: { value: -1 },
    opacity: { value: 1 },
    flatColour: { value: new Vector3() },
    brushing: { value: 0 },
    fadePlane: { value: new Vector4() },
    fadeEnds: { value: new Vector2(1, 1) },
  };
  private readonly laid: ReturnType<typeof laidUniforms>;

  /** @param shared uniforms that all have in common */
  constructor(
    private readonly program: SlotProgram,
    shared: Uniforms,
    private readonly empty: Texture,
  ) {
    const laid = laidUniforms(empty);
    super({
      glslVersion: GLSL3,
      vertexShader: SLOT_VERTEX,
      fragmentShader: SLOT_PROGRAMS[program],
      blending: program === 'lit' || program === 'sketch' || program === 'litFloor' ? NormalBlending : NoBlending,
    });
    this.laid = laid;
    Object.assign(this.uniforms, shared, this.own, laid);
    if (program === 'litFloor') Object.assign(this, { transparent: true, depthWrite: false });
  }

  /** Its row of the table of surfaces; -1 for what only takes shadows. */
  get row(): number {
    return this.own.row.value;
  }

  /** Sets what its surface is at the moment. */
  dress(row: number, { colour, opacity, brushing }: SurfaceState, fade: FadePlane | null, laid: LaidPicture | null): void {
    const { own } = this;
    own.row.value = row;
    own.opacity.value = opacity;
    own.brushing.value = radians(brushing);
    own.flatColour.value.set(...(colour as [number, number, number]));
    own.fadePlane.value.set(...((fade?.plane ?? [0, 0, 0, 0]) as [number, number, number, number]));
    own.fadeEnds.value.set(fade?.start ?? 1, fade?.end ?? 1);
    setLaid(this.laid, laid, this.empty);
    if (this.program === 'lit') this.setTransparent(fade !== null || opacity < 1 || (laid?.isClear ?? false));
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
