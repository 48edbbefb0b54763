import { Matrix4, type Color, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import type { EffectState, FrameState, PlateState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import { display } from '@/core/production/owners/display';
import { channelMetaOf } from '@/core/schema/fields';
import type { DomeMap } from './dome/dome-map';
import { EFFECT_DRAWERS, type EffectDrawer } from './effects/effects';
import { ditherPass } from './passes/dither';
import { pixelTarget } from './passes/fullscreen';
import { groundPass, setGradient } from './passes/ground';
import { meanPass } from './passes/mean';
import { platePass, plateScale } from './passes/plate';
import { tonePass } from './passes/tone';
import type { PictureTextures } from './picture-textures';

/** What the display does where nothing is said of it. */
const PLAIN = { exposure: 0, knee: restOf('knee'), falloff: restOf('falloff'), ground: [0, 0, 0] as const };

function restOf(name: string): number {
  const meta = channelMetaOf(display.channels.shape, name);
  return meta.of === 'number' ? meta.rest : 0;
}

/**
 * From the sum of sub-frames to a picture: mean, ground, effects, display transform, dither. Each is a link of its own; up to the display
 * transform all is linear scene light in floating point.
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

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly sum: { readonly texture: Texture },
    private readonly pictures: PictureTextures,
    dome: DomeMap['uniforms'],
  ) {
    this.ground = groundPass(dome);
  }

  setSize(width: number, height: number): void {
    for (const each of this.targets) each.setSize(width, height);
    this.ground.uniforms.aspect.value = width / height;
  }

  /**
   * Scene light as it goes to the display: premultiplied.
   * @param keepAlpha leaves the ground out
   * @param isWork shows a plate too that is only there to work by
   */
  sceneLight(state: FrameState, samples: number, keepAlpha: boolean, isWork = false): WebGLRenderTarget {
    const { renderer, mean, ground } = this;
    mean.uniforms.sum.value = this.sum.texture;
    mean.uniforms.samples.value = Math.max(1, samples);
    this.next((_, to) => mean.draw(renderer, to));
    const shown = ofKind(state.finish, 'display')?.values ?? PLAIN;
    if (state.plate && (isWork || state.plate.isDelivered)) this.addPlate(state.plate, shown);
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
    for (const effect of state.finish) {
      const drawer = this.drawerOf(effect.kind);
      if (drawer) this.next((from, to) => drawer.draw(renderer, effect, from, to));
    }
    return this.targets[this.now] as WebGLRenderTarget;
  }

  /** The picture as it is shown, sRGB with straight alpha, into a target or (null) onto the canvas. */
  show(state: FrameState, samples: number, keepAlpha: boolean, to: WebGLRenderTarget | null, isWork = false): void {
    this.sceneLight(state, samples, keepAlpha, isWork);
    const { renderer, tone, dither } = this;
    const shown = ofKind(state.finish, 'display')?.values ?? PLAIN;
    tone.uniforms.exposure.value = 2 ** shown.exposure;
    tone.uniforms.knee.value = shown.knee;
    this.next((from, into) => {
      tone.uniforms.picture.value = from;
      tone.draw(renderer, into);
    });
    dither.uniforms.picture.value = (this.targets[this.now] as WebGLRenderTarget).texture;
    dither.draw(renderer, to);
  }

  /** Which way each point of the frame looks. */
  private lookFrom({ pose, focalLengthMm, sensorWidthMm, sensorHeightMm }: FrameState['camera']): void {
    const { looks, reach } = this.ground.uniforms;
    looks.value.setFromMatrix4(new Matrix4().fromArray(pose as number[]));
    reach.value.set(sensorWidthMm / (2 * focalLengthMm), sensorHeightMm / (2 * focalLengthMm));
  }

  private addPlate(state: PlateState, { exposure, knee }: { exposure: number; knee: number }): void {
    const texture = this.pictures.texture(state.ref);
    if (!texture) return;
    const { renderer, plate } = this;
    const { uniforms } = plate;
    uniforms.plate.value = texture;
    uniforms.scale.value.set(...plateScale(state.fit, this.ground.uniforms.aspect.value, state.ratio));
    uniforms.opacity.value = state.opacity;
    uniforms.exposure.value = 2 ** exposure;
    uniforms.knee.value = knee;
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

  private drawerOf(kind: EffectState['kind']): EffectDrawer | undefined {
    const make = EFFECT_DRAWERS[kind];
    if (!make) return undefined;
    let drawer = this.effects.get(kind);
    if (!drawer) this.effects.set(kind, (drawer = make()));
    return drawer;
  }

  dispose(): void {
    for (const each of [this.mean, this.ground, this.plate, this.tone, this.dither, ...this.targets, ...this.effects.values()])
      each.dispose();
  }
}
