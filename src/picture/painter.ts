import {
  HalfFloatType,
  LinearFilter,
  LinearSRGBColorSpace,
  NearestFilter,
  NoToneMapping,
  UnsignedByteType,
  WebGLRenderer,
  WebGLRenderTarget,
  type DepthTexture,
} from 'three';
import { withoutEffects } from '@/core/finish/reach';
import type { CameraState, FrameState } from '@/core/frame/frame-state';
import { picturesIn } from '@/core/frame/panel-state';
import { ofKind } from '@/core/schema/owner-kind';
import { throughIris } from '@/core/optics/iris';
import type { SubFrameSample } from '@/core/optics/samples';
import { positionOf } from '@/core/space/matrix';
import { cardIdle } from './card-idle';
import { DomeSight } from './dome/dome-sight';
import { DrawnFrame } from './drawn-frame';
import { drawerName } from './drawer-name';
import { AfterLight } from './passes/after-light';
import { clip } from './passes/clip';
import { depthTexture } from './passes/fullscreen';
import { DrawnSums } from './passes/drawn-sums';
import { lensLess, spreadOf } from './passes/sub-frame-spread';
import { NoiseMeter } from './passes/noise-meter';
import { PlainLight } from './passes/plain-light';
import { smoothPass } from './passes/smooth';
import { PictureChain } from './picture-chain';
import { NO_PICTURES, type PictureSource } from './picture-source';
import { PictureTextures } from './picture-textures';
import { lensRadius } from './projection';
import { grainOf } from './rays/numbers-glsl';
import { RayTracer } from './rays/ray-tracer';
import { Sharpness } from './sharpness';
import type { Quality } from './quality';
import { Stage } from './stage';
import { PIXEL_MIDDLE, SubFrameCamera } from './sub-frame-camera';
import type { SlotFilter } from './surfaces/slot-materials';
import { upright } from './upright';

/** Nothing can be drawn here; its message says why in plain words. */
export class CannotDraw extends Error {}

/** Draws sub-frames of a stage, sums them, and makes a picture of the sum. One graphics context, reused. */
export class Painter {
  readonly stage: Stage;
  private readonly pictures: PictureTextures;
  readonly renderer: WebGLRenderer;
  readonly lens = new SubFrameCamera();
  private readonly single: WebGLRenderTarget;
  private readonly output: WebGLRenderTarget;
  private readonly chain: PictureChain;
  private readonly plain: PlainLight;
  readonly after: AfterLight;
  private readonly drawn: DrawnSums;
  private readonly edgeSmoother: ReturnType<typeof smoothPass>;
  private readonly frame = new DrawnFrame();
  private samples = 0;
  private sharpness: Sharpness | null = null;
  private rays: RayTracer | null = null;
  private sight: DomeSight | null = null;
  private meter: NoiseMeter | null = null;
  private isMeasured = false;

  /**
   * @param source where pictures come from
   * @throws CannotDraw where the card lacks what pictures are made of
   */
  constructor(
    private readonly canvas: OffscreenCanvas,
    source: PictureSource = NO_PICTURES,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, powerPreference: 'high-performance' });
    if (!this.renderer.getContext().getExtension('EXT_color_buffer_float')) {
      this.renderer.dispose();
      throw new CannotDraw('This graphics card cannot draw pictures in floating point, of which light is made here.');
    }
    this.renderer.toneMapping = NoToneMapping;
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    this.renderer.autoClear = false;
    const target = { minFilter: NearestFilter, magFilter: NearestFilter, generateMipmaps: false } as const;
    this.single = new WebGLRenderTarget(1, 1, { ...target, type: HalfFloatType, depthTexture: depthTexture() });
    this.output = new WebGLRenderTarget(1, 1, {
      minFilter: LinearFilter,
      magFilter: LinearFilter,
      type: UnsignedByteType,
      depthBuffer: false,
    });
    this.pictures = new PictureTextures(this.renderer, source);
    this.stage = new Stage(this.pictures);
    Object.assign(this.stage.materials.shared, this.lens.uniforms);
    this.plain = new PlainLight(this.stage);
    this.after = new AfterLight(this.stage);
    this.drawn = new DrawnSums(this.renderer, this.stage);
    this.chain = new PictureChain(this.renderer, this.drawn, this.pictures, this.stage.dome.uniforms);
    this.edgeSmoother = smoothPass(this.output.texture);
  }

  /** What draws: the graphics card, or the software that stands in for one, by the name it gives itself. */
  drawnBy(): string {
    const gl = this.renderer.getContext();
    const info = gl.getExtension('WEBGL_debug_renderer_info');
    return drawerName(String(gl.getParameter(info ? info.UNMASKED_RENDERER_WEBGL : gl.RENDERER)));
  }

  /** Programs that the graphics card has taken. */
  get programCount(): number {
    return this.renderer.info.programs?.length ?? 0;
  }

  /** Sub-frames in the sum so far. */
  get sampleCount(): number {
    return this.samples;
  }

  /** @param beyond how much is drawn beyond the frame for effects that look there, in heights of it */
  resize(width: number, height: number, beyond = 0): void {
    const { frame } = this;
    if (!frame.set(width, height, beyond)) return;
    this.renderer.setSize(width, height, false);
    this.output.setSize(width, height);
    for (const target of [this.drawn, this.single]) target.setSize(frame.width, frame.height);
    this.chain.setSize(width, height, frame.margin);
    this.after.setSize(frame.width, frame.height);
    this.rays?.setSize(frame.width, frame.height);
    this.edgeSmoother.uniforms.resolution.value.set(1 / width, 1 / height);
    this.restart();
  }

  /** Empties the sum; from here on the noise in it can be asked for, where that is said. */
  restart(isMeasured = false): void {
    if (isMeasured) (this.meter ??= new NoiseMeter(this.renderer)).restart(this.renderer, this.frame.width, this.frame.height);
    this.isMeasured = isMeasured;
    this.drawn.restart();
    this.samples = 0;
  }

  /**
   * Draws one sub-frame and adds it.
   * @param traced the light of a full picture is followed by rays: seed and number of the sub-frame
   * @param sweeps the camera as the sub-frame's share of the exposure begins and ends
   * @param part what of it is drawn, hidden by the rest as in the whole; if null all, with what is far and the light of haze
   * @throws NoRays where rays cannot be followed
   */
  addSubFrame(
    of: FrameState,
    quality: Quality,
    sample: SubFrameSample,
    traced: { seed: number; i: number } | null = null,
    sweeps: readonly [CameraState, CameraState] | null = null,
    part: SlotFilter | null = null,
  ): void {
    const { renderer } = this;
    const { camera } = this.lens;
    const state = this.frame.wider(of);
    const swept = sweeps && ([this.frame.widened(sweeps[0]), this.frame.widened(sweeps[1])] as const);
    const [lensX, lensY] = throughIris(sample.lens, state.camera.iris);
    this.pictures.need(picturesIn(state));
    this.stage.pose(state, traced ? 'seen' : quality, sample.light);
    this.stage.materials.shared.grain.value = grainOf(traced?.seed ?? 0, traced?.i ?? this.samples);
    const nearest = this.stage.nearestTo(positionOf(state.camera.pose));
    const spread = sample.share < 1 ? spreadOf(state.camera, [this.frame.width, this.frame.height], sample.share, nearest, swept) : null;
    const radius = lensRadius(state.camera) * lensLess(spread);
    this.lens.look(state.camera, this.frame, {
      pixelX: sample.pixel[0],
      pixelY: sample.pixel[1],
      lensX: lensX * radius,
      lensY: lensY * radius,
    });
    if (quality === 'sketch') this.stage.sketch(renderer);
    else this.stage.light(renderer);
    if (traced) {
      this.rays ??= new RayTracer(renderer, this.stage, this.frame);
      this.rays.draw(camera, traced.seed, traced.i, this.single, part);
    } else {
      this.plain.draw(renderer, camera, this.single, quality !== 'full' && sample.share === 1, part);
    }
    const depths = (traced ? this.rays?.depths : this.single.depthTexture) as DepthTexture;
    const done =
      quality === 'sketch' ? this.single : this.after.draw(renderer, state, camera, spread, { light: this.single, depths }, part !== null);
    if (this.isMeasured) this.meter?.take(renderer, this.samples, done.texture);
    this.drawn.add(state, { light: done.texture, depths, spread, isPart: part !== null }, this);
    this.samples++;
  }

  /** How far the mean of the sum is likely off still, in 8-bit values as they are shown; it was said at the restart that this is asked. */
  noise(state: FrameState): number {
    if (!this.isMeasured || !this.meter || this.samples < 2) return Infinity;
    const stops = ofKind(state.finish, 'display')?.values.exposure ?? 0;
    return this.meter.measure(this.renderer, this.drawn.light.texture, this.samples, 2 ** stops);
  }

  /**
   * Shows the mean of the sum on the canvas, with what is there to work by. A picture of one sub-frame has its edges smoothed.
   * @param before as much of the frame from its left, 0..1, is shown as it is before all effects
   */
  present(of: FrameState, before = 0): void {
    const state = this.frame.wider(of);
    const isSmoothed = this.samples <= 1;
    const to = isSmoothed ? this.output : null;
    this.chain.show(state, this.samples, false, to, true);
    if (before > 0) {
      clip(this.renderer, to, this.frame.size, before);
      this.chain.show(withoutEffects(state), this.samples, false, to, true);
      clip(this.renderer, to, this.frame.size, 1);
    }
    if (isSmoothed) this.edgeSmoother.draw(this.renderer, null);
  }

  /** Paints over what is shown on the canvas how sharp each surface is. */
  presentSharpness(state: FrameState): void {
    this.stage.pose(state, 'sketch', () => [0, 0]);
    this.lens.look(state.camera, this.frame, PIXEL_MIDDLE);
    this.sharpness ??= new Sharpness();
    this.sharpness.draw(this.renderer, this.stage.scene, this.lens.camera, state.camera);
  }

  /** The mean of the sum as 8-bit sRGB, straight alpha, top row first. */
  read(state: FrameState, keepAlpha: boolean): Uint8Array {
    const [width, height] = this.frame.size;
    this.chain.show(this.frame.wider(state), this.samples, keepAlpha, this.output);
    const pixels = new Uint8Array(width * height * 4);
    this.renderer.readRenderTargetPixels(this.output, 0, 0, width, height, pixels);
    return upright(pixels, width * 4);
  }

  /** The mean of the sum as linear scene light, premultiplied, before the display transform; top row first. */
  readLinear(state: FrameState, keepAlpha: boolean): Float32Array {
    return this.readFloats(this.chain.sceneLight(this.frame.wider(state), this.samples, keepAlpha));
  }

  /** The mean of the sum as it is shown: sRGB from 0 to 1, straight alpha, not rounded to eight bits; top row first. */
  readShown(state: FrameState, keepAlpha: boolean): Float32Array {
    return this.readFloats(this.chain.shown(this.frame.wider(state), this.samples, keepAlpha));
  }

  /** The mean of the sum alone, with neither ground nor effects: linear scene light, premultiplied; top row first. */
  readMean(): Float32Array {
    return this.readFloats(this.chain.meanLight(this.samples));
  }

  private readFloats(light: WebGLRenderTarget): Float32Array {
    const [width, height] = this.frame.size;
    const pixels = new Float32Array(width * height * 4);
    this.renderer.readRenderTargetPixels(light, ...this.frame.margin, width, height, pixels);
    return upright(pixels, width * 4);
  }

  /** One pixel of the picture over its ground: as scene light, and as it is shown. @param y from the top */
  readColour(state: FrameState, x: number, y: number): { linear: Float32Array; code: Uint8Array } {
    const { frame, renderer } = this;
    const [linear, code, own] = [new Float32Array(4), new Uint8Array(4), frame.wider(state)];
    const [mx, my] = frame.margin;
    const up = frame.size[1] - 1 - y;
    renderer.readRenderTargetPixels(this.chain.sceneLight(own, this.samples, false), mx + x, my + up, 1, 1, linear);
    this.chain.show(own, this.samples, false, this.output);
    renderer.readRenderTargetPixels(this.output, x, up, 1, 1, code);
    return { linear, code };
  }

  /** Pixels of the frame. */
  get frameSize(): readonly [width: number, height: number] {
    return this.frame.size;
  }

  /** The dome of a state unrolled: radiance by rows from the lowest up, four numbers a point. */
  readDome(state: FrameState): Float32Array {
    this.pictures.need(picturesIn(state));
    this.stage.dome.set(state, this.pictures);
    this.stage.dome.update(this.renderer);
    this.sight ??= new DomeSight(this.stage.dome.uniforms);
    return this.sight.read(this.renderer);
  }

  /** Resolves once the graphics card has drawn all it was asked for. */
  finished(): Promise<void> {
    return cardIdle(this.renderer.getContext() as WebGL2RenderingContext);
  }

  /** Called when the graphics context has been lost. */
  onContextLost(listener: () => void): void {
    this.canvas.addEventListener('webglcontextlost', (event) => {
      event.preventDefault();
      listener();
    });
  }

  dispose(): void {
    this.stage.dispose();
    for (const each of [this.drawn, this.single, this.output, this.chain, this.plain, this.after, this.edgeSmoother, this.pictures])
      each.dispose();
    this.sharpness?.dispose();
    this.rays?.dispose();
    this.sight?.dispose();
    this.meter?.dispose();
    this.renderer.dispose();
  }
}
