import type { Matrix4 } from 'three';
import {
  DataTexture,
  DirectionalLight,
  DoubleSide,
  FloatType,
  GLSL3,
  MathUtils,
  MeshPhysicalMaterial,
  NearestFilter,
  PerspectiveCamera,
  PlaneGeometry,
  Ray,
  RGBAFormat,
  Scene,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import { Mesh, type BufferGeometry, type Material, type Object3D } from 'three';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { Production } from '@/core/production/production';
import { seededRandom } from '@/core/motion/random';
import { FullscreenPass } from '@/picture/passes/fullscreen';
import { RayScene } from '@/picture/rays/ray-scene';
import { PATTERN_GLSL } from '@/picture/surfaces/pattern-glsl';
import { WALK_GLSL } from '@/picture/rays/walk-glsl';
import { Stage } from '@/picture/stage';

const WIDTH = 64;

/** Shoots the rays of two textures and tells where each ends. */
const SHOOT = /* glsl */ `
precision highp float;
precision highp int;
precision highp sampler2D;
layout(location = 0) out vec4 result;
uniform sampler2D origins;
uniform sampler2D directions;
float chance(uint thing) { return 0.5; }
${WALK_GLSL}
${PATTERN_GLSL}
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  vec3 d = texelFetch(directions, at, 0).xyz;
  Met met;
  vec3 facet = vec3(0.0);
  vec3 n;
  int row;
  float lean;
  if (trace(texelFetch(origins, at, 0).xyz, d, 1e6, false, met)) readMet(d, met, facet, n, row, lean);
  Met some;
  bool isAny = trace(texelFetch(origins, at, 0).xyz, d, 1e6, true, some);
  result = vec4(met.triangle < 0 ? -1.0 : met.t, facet.xy, isAny ? 1.0 : 0.0);
}`;

/** What random rays through the marks of a production meet on the graphics card, beside what a library finds on the processor. */
export function shootRays({ production, count }: { production: Production; count: number }): { card: number[]; library: number[] } {
  const stage = new Stage();
  const solids = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  for (const [id, mark] of solids) stage.setSolids(id, mark);
  stage.pose(
    evaluate(production, 0, (id) => solids.get(id)?.bounds),
    'seen',
    () => [0, 0],
  );
  const random = seededRandom(7);
  const rows = Math.ceil(count / WIDTH);
  const origins = new Float32Array(4 * WIDTH * rows);
  const directions = new Float32Array(4 * WIDTH * rows);
  for (let i = 0; i < WIDTH * rows; i++) {
    const end = () => [4 * (random() - 0.5), 2 * (random() - 0.5), 2 * (random() - 0.5)] as const;
    const [a, b] = [end(), end()];
    origins.set(a, 4 * i);
    directions.set(
      new Vector3(...b)
        .sub(new Vector3(...a))
        .normalize()
        .toArray(),
      4 * i,
    );
  }
  return { card: onCard(stage, origins, directions, rows), library: byLibrary(stage, origins, directions, WIDTH * rows) };
}

function onCard(stage: Stage, origins: Float32Array, directions: Float32Array, rows: number): number[] {
  const renderer = new WebGLRenderer({ canvas: new OffscreenCanvas(16, 16) });
  const scene = new RayScene(renderer.capabilities.maxTextureSize);
  scene.update(stage.scene, stage.materials);
  const texture = (data: Float32Array) => {
    const made = new DataTexture(data as Float32Array<ArrayBuffer>, WIDTH, rows, RGBAFormat, FloatType);
    made.needsUpdate = true;
    return { value: made };
  };
  const pass = new FullscreenPass(
    SHOOT,
    {
      origins: texture(origins),
      directions: texture(directions),
      treeTable: { value: scene.trees.texture },
      firstTriangle: { value: scene.firstTriangle },
      upperTable: { value: scene.upper.texture },
      instanceTable: { value: scene.instances.texture },
      surfaceTable: { value: stage.materials.table.texture },
      upperCount: { value: scene.upperCount },
    },
    { glslVersion: GLSL3, vertexShader: 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }' },
  );
  const target = new WebGLRenderTarget(WIDTH, rows, { type: FloatType, minFilter: NearestFilter, magFilter: NearestFilter });
  pass.draw(renderer, target);
  const found = new Float32Array(4 * WIDTH * rows);
  renderer.readRenderTargetPixels(target, 0, 0, WIDTH, rows, found);
  renderer.dispose();
  return [...found];
}

function byLibrary(stage: Stage, origins: Float32Array, directions: Float32Array, count: number): number[] {
  const meshes: { tree: MeshBVH; into: Matrix4; out: Matrix4 }[] = [];
  stage.scene.traverse((object: Object3D) => {
    if (!(object instanceof Mesh) || !Array.isArray(object.material as Material | Material[])) return;
    const geometry = (object.geometry as BufferGeometry).clone();
    geometry.clearGroups();
    meshes.push({ tree: new MeshBVH(geometry), into: object.matrixWorld.clone().invert(), out: object.matrixWorld });
  });
  const found: number[] = [];
  for (let i = 0; i < count; i++) {
    const from = new Vector3().fromArray(origins, 4 * i);
    const ray = new Ray(from, new Vector3().fromArray(directions, 4 * i));
    let best: [number, Vector3] | null = null;
    for (const { tree, into, out } of meshes) {
      const hit = tree.raycastFirst(ray.clone().applyMatrix4(into), DoubleSide);
      if (!hit) continue;
      const away = hit.point.applyMatrix4(out).distanceTo(from);
      const normal = (hit.face?.normal ?? new Vector3()).clone().transformDirection(out);
      if (!best || away < best[0]) best = [away, normal.dot(ray.direction) > 0 ? normal.negate() : normal];
    }
    found.push(...(best ? [best[0], best[1].x, best[1].y] : [-1, 0, 0]), best ? 1 : 0);
  }
  return found;
}

export interface PlateOrder {
  azimuth: number;
  height: number;
  pan: number;
  strength: number;
  colour: readonly [number, number, number];
  metalness: number;
  coat: number;
  roughness: number;
}

/** What three's own physical material sends of a plate, seen from 8 m before it, under a light from far away: linear, of its middle. */
function threePlate({ azimuth, height, pan, strength, colour, metalness, coat, roughness }: PlateOrder): number[] {
  const renderer = new WebGLRenderer({ canvas: new OffscreenCanvas(16, 16) });
  const scene = new Scene();
  const material = new MeshPhysicalMaterial({ metalness, roughness, clearcoat: coat, clearcoatRoughness: 0.06 });
  material.color.setRGB(...colour);
  const plate = new Mesh(new PlaneGeometry(6, 6), material);
  plate.rotation.y = MathUtils.degToRad(pan);
  const light = new DirectionalLight(0xffffff, strength);
  light.position.setFromSphericalCoords(1, MathUtils.degToRad(90 - height), MathUtils.degToRad(azimuth));
  scene.add(plate, light);
  const camera = new PerspectiveCamera(5, 1);
  camera.position.z = 8;
  const target = new WebGLRenderTarget(9, 9, { type: FloatType, minFilter: NearestFilter, magFilter: NearestFilter });
  renderer.setRenderTarget(target);
  renderer.render(scene, camera);
  const pixels = new Float32Array(4);
  renderer.readRenderTargetPixels(target, 4, 4, 1, 1, pixels);
  renderer.dispose();
  return [...pixels.slice(0, 3)];
}

Object.assign(globalThis, { shootRays, threePlate });
