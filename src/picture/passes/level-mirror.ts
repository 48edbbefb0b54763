import {
  DepthTexture,
  FloatType,
  HalfFloatType,
  LinearFilter,
  Matrix4,
  NearestFilter,
  PerspectiveCamera,
  Plane,
  Vector3,
  Vector4,
  WebGLRenderTarget,
  Texture,
  type Scene,
  type WebGLRenderer,
} from 'three';

/** The sides of the frame, by which what is mirrored is drawn smaller while something moves. */
const QUICK_SHARE = 0.5;

const NOTHING = new Texture();

/** The scene as a level plane mirrors it: seen from below, left and right changed, cut off at the plane. */
export class LevelMirror {
  private readonly target = new WebGLRenderTarget(1, 1, { minFilter: LinearFilter, magFilter: LinearFilter, type: HalfFloatType });
  private readonly camera = new PerspectiveCamera();
  private readonly depth = new DepthTexture(1, 1, FloatType);
  readonly uniforms = {
    mirrorPicture: { value: this.target.texture },
    mirrorDepth: { value: this.depth as Texture },
    fromMirror: { value: new Matrix4() },
  };

  constructor() {
    this.depth.minFilter = this.depth.magFilter = NearestFilter;
    this.target.depthTexture = this.depth;
    this.camera.matrixAutoUpdate = this.camera.matrixWorldAutoUpdate = false;
  }

  /** Draws what a camera above the plane sees in it. */
  draw(
    renderer: WebGLRenderer,
    scene: Scene,
    eye: PerspectiveCamera,
    level: number,
    size: readonly [number, number],
    isQuick: boolean,
  ): void {
    const share = isQuick ? QUICK_SHARE : 1;
    this.target.setSize(Math.max(1, Math.round(size[0] * share)), Math.max(1, Math.round(size[1] * share)));
    const { camera } = this;
    const acrossX = new Matrix4().makeScale(-1, 1, 1);
    const acrossLevel = new Matrix4().makeScale(1, -1, 1).setPosition(0, 2 * level, 0);
    camera.matrixWorld.copy(acrossLevel).multiply(eye.matrixWorld).multiply(acrossX);
    camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    camera.projectionMatrix.copy(acrossX).multiply(eye.projectionMatrix).multiply(acrossX);
    cutAt(camera.projectionMatrix, new Plane(new Vector3(0, 1, 0), -level).applyMatrix4(camera.matrixWorldInverse));
    camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
    this.uniforms.fromMirror.value.copy(camera.projectionMatrixInverse);
    renderer.setRenderTarget(this.target);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    // Nobody may look into what is being drawn.
    const { mirrorPicture, mirrorDepth } = this.uniforms;
    [mirrorPicture.value, mirrorDepth.value] = [NOTHING, NOTHING];
    renderer.render(scene, camera);
    [mirrorPicture.value, mirrorDepth.value] = [this.target.texture, this.depth];
  }

  dispose(): void {
    this.depth.dispose();
    this.target.dispose();
  }
}

/** Puts the near side of a frustum into a plane (E. Lengyel, Oblique View Frustum Depth Projection and Clipping, 2005). */
function cutAt(projection: Matrix4, { normal, constant }: Plane): void {
  const p = projection.elements as number[];
  const at = (i: number) => p[i] as number;
  const plane = new Vector4(normal.x, normal.y, normal.z, constant);
  const corner = new Vector4((Math.sign(plane.x) + at(8)) / at(0), (Math.sign(plane.y) + at(9)) / at(5), -1, (1 + at(10)) / at(14));
  plane.multiplyScalar(2 / plane.dot(corner));
  [p[2], p[6], p[10], p[14]] = [plane.x, plane.y, plane.z + 1, plane.w];
}
