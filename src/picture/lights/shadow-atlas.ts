import {
  DepthTexture,
  LessEqualCompare,
  LinearFilter,
  Matrix4,
  NearestFilter,
  OrthographicCamera,
  PerspectiveCamera,
  RedFormat,
  UnsignedIntType,
  Vector3,
  WebGLRenderTarget,
  type Camera,
  type Scene,
  type Sphere,
  type WebGLRenderer,
} from 'three';
import type { Vec3 } from '@/core/space/vector';
import { numberTable } from '../tables';
import type { PlacedLight } from './light-rows';

/** Sides of the atlas, pixels: with few tiles, and with many. */
const SMALL = 2048;
const LARGE = 4096;
const FEW = 4;
/** A point nearer than this to what it lights, in radii of that, looks to six sides. */
const OUTSIDE = 1.05;
/** Texels by which a place is lifted off its surface. */
const LIFT = 1.6;

/** A little more than a right angle, degrees: no light leaks in between two sides. */
const SIX_SPREAD = 92;
const SIX: readonly [forward: Vec3, up: Vec3][] = [
  [
    [1, 0, 0],
    [0, 1, 0],
  ],
  [
    [-1, 0, 0],
    [0, 1, 0],
  ],
  [
    [0, 1, 0],
    [0, 0, 1],
  ],
  [
    [0, -1, 0],
    [0, 0, 1],
  ],
  [
    [0, 0, 1],
    [0, 1, 0],
  ],
  [
    [0, 0, -1],
    [0, 1, 0],
  ],
];

/** One look from a light: its camera, and the size of a pixel's side at a distance of 1 m, in sides of the tile. */
interface Look {
  camera: Camera;
  pixel: number;
}

function lookAt(camera: PerspectiveCamera | OrthographicCamera, from: Vector3, to: Vector3, up: Vec3): void {
  camera.up.set(...up);
  camera.position.copy(from);
  camera.lookAt(to);
  camera.updateProjectionMatrix();
  camera.updateMatrixWorld(true);
}

/** How the shadow of a light is looked at from where it is lit: all that casts one is in sight. */
function looksFrom({ shape, from }: PlacedLight, { center, radius }: Sphere): Look[] {
  const eye = new Vector3(...from);
  if (shape.form === 'distant') {
    const camera = new OrthographicCamera(-radius, radius, radius, -radius, 0, 2 * radius + 2);
    lookAt(
      camera,
      eye
        .clone()
        .multiplyScalar(radius + 1)
        .add(center),
      center,
      Math.abs(from[1]) > 0.99 ? [0, 0, 1] : [0, 1, 0],
    );
    return [{ camera, pixel: 2 * radius }];
  }
  const away = eye.distanceTo(center);
  if (away > radius * OUTSIDE) {
    const half = Math.asin(radius / away);
    const camera = new PerspectiveCamera((360 * half) / Math.PI, 1, Math.max(0.01, (away - radius) * 0.99), away + radius);
    const level = eye.clone().sub(center).normalize();
    lookAt(camera, eye, center, Math.abs(level.y) > 0.99 ? [0, 0, 1] : [0, 1, 0]);
    return [{ camera, pixel: 2 * Math.tan(half) }];
  }
  return SIX.map(([forward, up]) => {
    const camera = new PerspectiveCamera(SIX_SPREAD, 1, 0.01, away + radius + 1);
    lookAt(camera, eye, eye.clone().add(new Vector3(...forward)), up);
    return { camera, pixel: 2 * Math.tan((SIX_SPREAD * Math.PI) / 360) };
  });
}

/** What casts shadows. */
interface Casting {
  scene: Scene;
  /** Lets all that casts a shadow wear what it casts it by, or what it is seen in. */
  wearShadows(isCasting: boolean): void;
  /** Where all of it stands: equal ones cast equal shadows. */
  shapeKey(): string;
}

/** Shadows of all lights in one texture: a tile for each, six for one that stands among what it lights. */
export class ShadowAtlas {
  readonly table = numberTable();
  private target = this.targetOf(SMALL);
  private drawn = '';
  private isMade = false;

  get texture(): DepthTexture {
    return this.target.depthTexture as DepthTexture;
  }

  /**
   * Draws the shadows of lights anew where anything has moved.
   * @returns of each light its first tile, and how many it has; none for one that throws no shadow
   */
  update(renderer: WebGLRenderer, casting: Casting, lights: readonly PlacedLight[], reach: Sphere): [number, number][] {
    const looks: Look[] = [];
    const tiles = lights.map((light): [number, number] => {
      if (!light.state.castsShadow) return [0, 0];
      const own = looksFrom(light, reach);
      looks.push(...own);
      return [looks.length - own.length, own.length];
    });
    const now = [casting.shapeKey(), ...lights.filter(({ state }) => state.castsShadow).map(({ from }) => from.join())].join(' ');
    if (now === this.drawn) return tiles;
    this.drawn = now;
    // A texture that nothing was ever drawn to cannot be looked up, not even where nobody does.
    if (looks.length > 0 || !this.isMade) this.draw(renderer, casting, looks);
    return tiles;
  }

  dispose(): void {
    this.target.depthTexture?.dispose();
    this.target.dispose();
    this.table.dispose();
  }

  private draw(renderer: WebGLRenderer, casting: Casting, looks: readonly Look[]): void {
    const side = looks.length > FEW ? LARGE : SMALL;
    if (this.target.width !== side) {
      this.dispose();
      this.target = this.targetOf(side);
    }
    this.isMade = true;
    const across = Math.max(1, Math.ceil(Math.sqrt(looks.length)));
    const size = Math.floor(side / across);
    const { target } = this;
    target.viewport.set(0, 0, side, side);
    target.scissorTest = false;
    renderer.setRenderTarget(target);
    renderer.clear(false, true, false);
    casting.wearShadows(true);
    const rows = looks.map(({ camera, pixel }, i) => {
      const [x, y] = [(i % across) * size, Math.floor(i / across) * size];
      target.viewport.set(x, y, size, size);
      target.scissor.set(x, y, size, size);
      target.scissorTest = true;
      renderer.setRenderTarget(target);
      renderer.render(casting.scene, camera);
      const into = new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse).transpose().elements;
      return [...into, x / side, y / side, size / side, (LIFT * pixel) / size];
    });
    casting.wearShadows(false);
    this.table.fill(rows);
  }

  private targetOf(side: number): WebGLRenderTarget {
    const depthTexture = new DepthTexture(side, side, UnsignedIntType);
    depthTexture.compareFunction = LessEqualCompare;
    depthTexture.minFilter = depthTexture.magFilter = LinearFilter;
    return new WebGLRenderTarget(side, side, { format: RedFormat, minFilter: NearestFilter, magFilter: NearestFilter, depthTexture });
  }
}
