import {
  AddEquation,
  Color,
  CustomBlending,
  FloatType,
  HalfFloatType,
  LinearFilter,
  LinearSRGBColorSpace,
  Mesh,
  NearestFilter,
  NoBlending,
  NoToneMapping,
  OneFactor,
  OrthographicCamera,
  PCFShadowMap,
  PerspectiveCamera,
  PlaneGeometry,
  ShaderMaterial,
  UnsignedByteType,
  Vector2,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { FXAAShader } from 'three/addons/shaders/FXAAShader.js';
import { linearColour } from '@/core/colour/transfer';
import type { CameraState, FrameState } from '@/core/frame/frame-state';
import { throughIris } from '@/core/optics/iris';
import type { SubFrameSample } from '@/core/optics/samples';
import { drawerName } from './drawer-name';
import { lensRadius, subFrameView, type ViewSample } from './projection';
import { ADD_FRAGMENT, FULLSCREEN_VERTEX, RESOLVE_FRAGMENT } from './resolve-shader';
import { setSharpness, sharpnessMaterial } from './sharpness';
import { Stage, type Quality } from './stage';

/** Between two looks at whether the graphics card is done, milliseconds. */
const FENCE_POLL_MS = 3;

/** Draws sub-frames of a stage, sums them, and resolves the sum to a picture. One graphics context, reused. */
export class Painter {
  readonly stage = new Stage();
  private readonly renderer: WebGLRenderer;
  private readonly camera = new PerspectiveCamera();
  private readonly flat = new OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private readonly sum: WebGLRenderTarget;
  private readonly single: WebGLRenderTarget;
  private readonly output: WebGLRenderTarget;
  private readonly adder: Mesh<PlaneGeometry, ShaderMaterial>;
  private readonly resolver: Mesh<PlaneGeometry, ShaderMaterial>;
  private readonly edgeSmoother: Mesh<PlaneGeometry, ShaderMaterial>;
  private width = 0;
  private height = 0;
  private samples = 0;
  private sharpness: ShaderMaterial | null = null;

  constructor(private readonly canvas: OffscreenCanvas) {
    this.renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, powerPreference: 'high-performance' });
    this.renderer.toneMapping = NoToneMapping;
    this.renderer.outputColorSpace = LinearSRGBColorSpace;
    this.renderer.autoClear = false;
    this.renderer.shadowMap.enabled = true;
    this.renderer.shadowMap.type = PCFShadowMap;
    this.renderer.shadowMap.autoUpdate = false;
    const target = { minFilter: NearestFilter, magFilter: NearestFilter, generateMipmaps: false } as const;
    this.sum = new WebGLRenderTarget(1, 1, { ...target, type: FloatType, depthBuffer: false });
    this.single = new WebGLRenderTarget(1, 1, { ...target, type: HalfFloatType });
    this.output = new WebGLRenderTarget(1, 1, {
      minFilter: LinearFilter,
      magFilter: LinearFilter,
      type: UnsignedByteType,
      depthBuffer: false,
    });
    const plane = new PlaneGeometry(2, 2);
    this.adder = new Mesh(
      plane,
      new ShaderMaterial({
        vertexShader: FULLSCREEN_VERTEX,
        fragmentShader: ADD_FRAGMENT,
        uniforms: { subFrame: { value: null } },
        blending: CustomBlending,
        blendEquation: AddEquation,
        blendSrc: OneFactor,
        blendDst: OneFactor,
        depthTest: false,
        depthWrite: false,
        transparent: true,
      }),
    );
    this.resolver = new Mesh(
      plane,
      new ShaderMaterial({
        vertexShader: FULLSCREEN_VERTEX,
        fragmentShader: RESOLVE_FRAGMENT,
        uniforms: {
          sum: { value: this.sum.texture },
          samples: { value: 1 },
          exposure: { value: 1 },
          knee: { value: 0.5 },
          ground: { value: new Color() },
          falloff: { value: 0 },
          keepAlpha: { value: false },
          aspect: { value: 1 },
        },
        blending: NoBlending,
        depthTest: false,
        depthWrite: false,
      }),
    );
    this.edgeSmoother = new Mesh(
      plane,
      new ShaderMaterial({
        ...FXAAShader,
        uniforms: { tDiffuse: { value: this.output.texture }, resolution: { value: new Vector2() } },
        blending: NoBlending,
        depthTest: false,
        depthWrite: false,
      }),
    );
    this.adder.frustumCulled = this.resolver.frustumCulled = this.edgeSmoother.frustumCulled = false;
    this.camera.matrixAutoUpdate = false;
  }

  /** What draws: the graphics card, or the software that stands in for one, by the name it gives itself. */
  drawnBy(): string {
    const gl = this.renderer.getContext();
    const info = gl.getExtension('WEBGL_debug_renderer_info');
    return drawerName(String(gl.getParameter(info ? info.UNMASKED_RENDERER_WEBGL : gl.RENDERER)));
  }

  /** Sub-frames in the sum so far. */
  get sampleCount(): number {
    return this.samples;
  }

  resize(width: number, height: number): void {
    if (width === this.width && height === this.height) return;
    this.width = width;
    this.height = height;
    this.renderer.setSize(width, height, false);
    for (const target of [this.sum, this.single, this.output]) target.setSize(width, height);
    (this.edgeSmoother.material.uniforms.resolution?.value as Vector2).set(1 / width, 1 / height);
    this.restart();
  }

  /** Empties the sum. */
  restart(): void {
    this.renderer.setRenderTarget(this.sum);
    this.renderer.setClearColor(0x000000, 0);
    this.renderer.clear();
    this.samples = 0;
  }

  /** Draws one sub-frame and adds it. */
  addSubFrame(state: FrameState, quality: Quality, sample: SubFrameSample): void {
    const { renderer, camera } = this;
    const radius = lensRadius(state.camera);
    const [lensX, lensY] = throughIris(sample.lens, state.camera.iris);
    this.stage.pose(state, quality, sample.light);
    this.look(state.camera, { pixelX: sample.pixel[0], pixelY: sample.pixel[1], lensX: lensX * radius, lensY: lensY * radius });
    renderer.shadowMap.needsUpdate = quality !== 'sketch' && this.stage.shadowsStale();
    renderer.setRenderTarget(this.single);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    renderer.render(this.stage.scene, camera);
    const { uniforms } = this.adder.material;
    if (uniforms.subFrame) uniforms.subFrame.value = this.single.texture;
    renderer.setRenderTarget(this.sum);
    renderer.render(this.adder, this.flat);
    this.samples++;
  }

  /** Puts the drawing camera where a point of the picture's integral is seen from. */
  private look(state: CameraState, sample: ViewSample): void {
    const { camera } = this;
    const view = subFrameView(state, this.width, this.height, sample);
    camera.matrixWorld.fromArray(view.pose as number[]);
    camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    camera.projectionMatrix.fromArray(view.projection as number[]);
    camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
    camera.matrixWorldAutoUpdate = false;
  }

  /** Shows the mean of the sum on the canvas. A picture of one sub-frame has its edges smoothed. */
  present(state: FrameState): void {
    if (this.samples > 1) {
      this.resolveTo(null, state, false);
      return;
    }
    this.resolveTo(this.output, state, false);
    this.renderer.setRenderTarget(null);
    this.renderer.render(this.edgeSmoother, this.flat);
  }

  /** Paints over what is shown on the canvas how sharp each surface is. */
  presentSharpness(state: FrameState): void {
    const { renderer, stage } = this;
    this.stage.pose(state, 'sketch', [0, 0]);
    this.look(state.camera, { pixelX: 0, pixelY: 0, lensX: 0, lensY: 0 });
    this.sharpness ??= sharpnessMaterial();
    setSharpness(this.sharpness, state.camera);
    stage.scene.overrideMaterial = this.sharpness;
    renderer.setRenderTarget(null);
    renderer.clearDepth();
    renderer.render(stage.scene, this.camera);
    stage.scene.overrideMaterial = null;
  }

  /** The mean of the sum as 8-bit sRGB, straight alpha, top row first. */
  read(state: FrameState, keepAlpha: boolean): Uint8Array {
    this.resolveTo(this.output, state, keepAlpha);
    const upsideDown = new Uint8Array(this.width * this.height * 4);
    this.renderer.readRenderTargetPixels(this.output, 0, 0, this.width, this.height, upsideDown);
    const row = this.width * 4;
    const upright = new Uint8Array(upsideDown.length);
    for (let y = 0; y < this.height; y++) upright.set(upsideDown.subarray(y * row, (y + 1) * row), (this.height - 1 - y) * row);
    return upright;
  }

  private resolveTo(target: WebGLRenderTarget | null, { set }: FrameState, keepAlpha: boolean): void {
    const values: Record<string, unknown> = {
      samples: Math.max(1, this.samples),
      exposure: 2 ** set.display.exposure,
      knee: set.display.knee,
      ground: new Color(...linearColour(set.ground.colour)),
      falloff: set.ground.falloff,
      keepAlpha,
      aspect: this.width / this.height,
    };
    const { uniforms } = this.resolver.material;
    for (const [name, value] of Object.entries(values)) (uniforms[name] as { value: unknown }).value = value;
    this.renderer.setRenderTarget(target);
    this.renderer.render(this.resolver, this.flat);
  }

  /**
   * Resolves once the graphics card has drawn all it was asked for. Commands are only queued when they are given: without waiting, a slow
   * card falls
   * seconds behind, and what is seen is long past.
   */
  async finished(): Promise<void> {
    const gl = this.renderer.getContext() as WebGL2RenderingContext;
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    if (!fence) return;
    gl.flush();
    while (gl.clientWaitSync(fence, 0, 0) === gl.TIMEOUT_EXPIRED) await new Promise((resolve) => setTimeout(resolve, FENCE_POLL_MS));
    gl.deleteSync(fence);
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
    for (const target of [this.sum, this.single, this.output]) target.dispose();
    this.adder.geometry.dispose();
    this.adder.material.dispose();
    this.resolver.material.dispose();
    this.edgeSmoother.material.dispose();
    this.sharpness?.dispose();
    this.renderer.dispose();
  }
}
