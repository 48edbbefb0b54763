import { Matrix4, type Color, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import { curveNumber } from '@/core/colour/display';
import type { EffectState, FrameState, PlateState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import { display } from '@/core/production/owners/display';
import { channelMetaOf } from '@/core/schema/fields';
import type { DomeMap } from './dome/dome-map';
import { coverOf } from '@/core/finish/covers';
import { actingEffects } from '@/core/finish/reach';
import type { EffectSpace } from '@/core/production/owners/effects/effect';
import type { EffectDrawer, EffectGround } from './effects/effect-drawer';
import { EFFECT_DRAWERS } from './effects/effects';
import { seedOf } from './effects/seed';
import { ditherPass } from './passes/dither';
import { pixelTarget } from './passes/fullscreen';
import { groundPass, setGradient } from './passes/ground';
import type { DrawnSums } from './passes/drawn-sums';
import { meanPass } from './passes/mean';
import { platePass, plateScale } from './passes/plate';
import { tonePass } from './passes/tone';
import type { PictureTextures } from './picture-textures';

/** What the display does where nothing is said of it. */
const PLAIN = { exposure: 0, knee: restOf('knee'), falloff: restOf('falloff'), ground: [0, 0, 0] as const };

/** The curve by which a state is shown, as its number. */
const curveOf = ({ finish }: FrameState): number => curveNumber(ofKind(finish, 'display')?.settings.curve ?? 'rolled');

function restOf(name: string): number {
  const meta = channelMetaOf(display.channels.shape, name);
  return meta.of === 'number' ? meta.rest : 0;
}

/**
 * From the sum of sub-frames to a picture: mean, ground, effects in scene light, display transform, effects in code values, dither. Each
 * is a link of its own; up to the display transform all is linear scene light in floating point. What is drawn beyond the frame for the
 * effects is cut off by the last.
 */
export class PictureChain {
  private readonly mean = meanPass();
  private readonly ground: ReturnType<typeof groundPass>;
  private readonly plate = platePass();
  private readonly tone = tonePass();
  private readonly dither = ditherPass();
  private readonly effects = new Map<EffectState['kind'], EffectDrawer>();
  /** The picture so far, and the one that is drawn next, in turn. */
  private readonly targets: [WebGLRenderTarget, WebGLRenderTarget] = [pixelTarget(), pixelTarget()];
  private now = 0;
  /** What of the picture's size effects know. */
  private readonly size: Omit<EffectGround, 'seed' | 'keepsAlpha' | 'cover' | 'sights'> = { width: 1, height: 1, lines: 1, margin: [0, 0] };

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly drawn: Pick<DrawnSums, 'light' | 'covers' | 'sights'>,
    private readonly pictures: PictureTextures,
    dome: DomeMap['uniforms'],
  ) {
    this.ground = groundPass(dome);
  }

  /** @param margin pixels that are drawn beyond the frame, at each side, and above and below */
  setSize(width: number, height: number, [mx, my]: readonly [number, number]): void {
    const [wide, high] = [width + 2 * mx, height + 2 * my];
    for (const each of this.targets) each.setSize(wide, high);
    Object.assign(this.size, { width: wide, height: high, lines: height, margin: [mx, my] });
    this.ground.uniforms.aspect.value = width / height;
    for (const { uniforms } of [this.ground, this.plate]) {
      uniforms.inFrame.value.set(wide / width, high / height, -mx / width, -my / height);
    }
    this.dither.uniforms.margin.value.set(mx, my);
  }

  /** The mean of the sub-frames alone: premultiplied, with nothing behind it. */
  meanLight(samples: number): WebGLRenderTarget {
    const { mean } = this;
    mean.uniforms.sum.value = this.drawn.light.texture;
    mean.uniforms.samples.value = Math.max(1, samples);
    this.next((_, to) => mean.draw(this.renderer, to));
    return this.targets[this.now] as WebGLRenderTarget;
  }

  /**
   * Scene light as it goes to the display: premultiplied.
   * @param keepAlpha leaves the ground out
   * @param isWork shows a plate too that is only there to work by
   */
  sceneLight(state: FrameState, samples: number, keepAlpha: boolean, isWork = false): WebGLRenderTarget {
    const { renderer, ground } = this;
    this.meanLight(samples);
    const shown = ofKind(state.finish, 'display')?.values ?? PLAIN;
    if (state.plate && (isWork || state.plate.isDelivered)) this.addPlate(state.plate, shown, curveOf(state));
    if (!keepAlpha) {
      (ground.uniforms.ground.value as Color).setRGB(...(shown.ground as [number, number, number]));
      ground.uniforms.falloff.value = shown.falloff;
      setGradient(ground, state.set);
      this.lookFrom(state.camera);
      this.next((from, to) => {
        ground.uniforms.picture.value = from;
        ground.draw(renderer, to);
      });
    }
    this.drawEffects(state, 'scene', keepAlpha);
    return this.targets[this.now] as WebGLRenderTarget;
  }

  /** The picture as it is shown, sRGB with straight alpha, eight bits, into a target or (null) onto the canvas. */
  show(state: FrameState, samples: number, keepAlpha: boolean, to: WebGLRenderTarget | null, isWork = false): void {
    this.dither.uniforms.picture.value = this.shown(state, samples, keepAlpha, isWork).texture;
    this.dither.draw(this.renderer, to);
  }

  /** The same in floating point, with what is drawn beyond the frame. */
  shown(state: FrameState, samples: number, keepAlpha: boolean, isWork = false): WebGLRenderTarget {
    this.sceneLight(state, samples, keepAlpha, isWork);
    const { renderer, tone } = this;
    const shown = ofKind(state.finish, 'display')?.values ?? PLAIN;
    tone.uniforms.exposure.value = 2 ** shown.exposure;
    tone.uniforms.knee.value = shown.knee;
    tone.uniforms.curve.value = curveOf(state);
    this.next((from, into) => {
      tone.uniforms.picture.value = from;
      tone.draw(renderer, into);
    });
    this.drawEffects(state, 'display', keepAlpha);
    return this.targets[this.now] as WebGLRenderTarget;
  }

  /** Which way each point of the frame looks. */
  private lookFrom({ pose, focalLengthMm, sensorWidthMm, sensorHeightMm }: FrameState['camera']): void {
    const { looks, reach } = this.ground.uniforms;
    looks.value.setFromMatrix4(new Matrix4().fromArray(pose as number[]));
    reach.value.set(sensorWidthMm / (2 * focalLengthMm), sensorHeightMm / (2 * focalLengthMm));
  }

  private addPlate(state: PlateState, { exposure, knee }: { exposure: number; knee: number }, curve: number): void {
    const texture = this.pictures.texture(state.ref);
    if (!texture) return;
    const { renderer, plate } = this;
    const { uniforms } = plate;
    uniforms.plate.value = texture;
    uniforms.scale.value.set(...plateScale(state.fit, this.ground.uniforms.aspect.value, state.ratio));
    uniforms.opacity.value = state.opacity;
    uniforms.exposure.value = 2 ** exposure;
    uniforms.knee.value = knee;
    uniforms.curve.value = curve;
    this.next((from, to) => {
      uniforms.picture.value = from;
      plate.draw(renderer, to);
    });
  }

  private next(draw: (from: Texture, to: WebGLRenderTarget) => void): void {
    const [from, to] = [this.targets[this.now], this.targets[1 - this.now]] as [WebGLRenderTarget, WebGLRenderTarget];
    draw(from.texture, to);
    this.now = 1 - this.now;
  }

  /** Draws the effects of a state that change anything, in the order in which they stand. */
  private drawEffects(state: FrameState, space: EffectSpace, keepsAlpha: boolean): void {
    for (const { effect, kind } of actingEffects(state.finish)) {
      if (kind.space !== space || effect.kind === 'display') continue;
      let drawer = this.effects.get(effect.kind);
      if (!drawer) this.effects.set(effect.kind, (drawer = EFFECT_DRAWERS[effect.kind]() as EffectDrawer));
      const [drawn, cover] = [drawer, coverOf(effect)];
      const ground: EffectGround = {
        ...this.size,
        seed: seedOf(state.time),
        keepsAlpha,
        cover: cover && this.drawn.covers.sum(cover.key),
        sights: effect.kind === 'flares' ? this.drawn.sights.seen(state) : null,
      };
      this.next((from, to) => drawn.draw(this.renderer, effect, from, to, ground));
    }
  }

  dispose(): void {
    for (const each of [this.mean, this.ground, this.plate, this.tone, this.dither, ...this.targets, ...this.effects.values()])
      each.dispose();
  }
}
