import {
  DirectionalLight,
  HemisphereLight,
  Mesh,
  MeshStandardMaterial,
  PCFShadowMap,
  PerspectiveCamera,
  PlaneGeometry,
  Scene,
  ShadowMaterial,
  WebGLRenderer,
  type BufferGeometry,
  type Object3D,
} from 'three';
import { evaluate } from '@/core/frame/evaluate';
import type { CameraState } from '@/core/frame/frame-state';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { Painter } from '@/picture/painter';
import { subFrameView } from '@/picture/projection';
import { revived } from './plain-solids';

/** Runs in the page: times the picture, and beside it a bare drawing of the same meshes and lights. */
export interface PictureTimes {
  lit: number;
  sketch: number;
  bare: number;
  subFrame: number;
  /** The same with its light traced, and the first one, in which trees are built and the program is compiled. */
  traced: number;
  firstTraced: number;
  triangles: number;
  drawnBy: string;
}

export interface PictureBench {
  production: Production;
  solids: Record<string, MarkSolids>;
  frame: number;
  preview: { width: number; height: number };
  full: { width: number; height: number };
}

const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1] as number;

export function timed(runs: number, draw: () => void, finish: () => void): number {
  draw();
  finish();
  return median(
    Array.from({ length: runs }, () => {
      const began = performance.now();
      draw();
      finish();
      return performance.now() - began;
    }),
  );
}

export function bareScene(painter: Painter): Scene {
  const scene = new Scene();
  const material = new MeshStandardMaterial({ roughness: 0.2, metalness: 1 });
  painter.stage.scene.traverse((object: Object3D) => {
    if (!(object instanceof Mesh) || !object.parent?.parent?.name) return;
    const mesh = new Mesh(object.geometry as BufferGeometry, material);
    mesh.matrixAutoUpdate = false;
    mesh.matrix.copy(object.matrixWorld);
    mesh.castShadow = mesh.receiveShadow = true;
    scene.add(mesh);
  });
  const key = new DirectionalLight(0xffffff, 2);
  key.position.set(-4, 5, 6);
  key.castShadow = true;
  key.shadow.mapSize.set(1024, 1024);
  const floor = new Mesh(new PlaneGeometry(400, 400), new ShadowMaterial({ opacity: 0.6 }));
  floor.rotation.x = -Math.PI / 2;
  floor.position.y = -1.42;
  floor.receiveShadow = true;
  scene.add(key, new HemisphereLight(0xffffff, 0x223344, 1), floor);
  return scene;
}

/** A camera of three's that sees what a production's does. */
export function lensOf(state: CameraState, { width, height }: PictureBench['preview']): PerspectiveCamera {
  const camera = new PerspectiveCamera();
  const view = subFrameView(state, width, height, { pixelX: 0, pixelY: 0, lensX: 0, lensY: 0 });
  camera.matrixAutoUpdate = camera.matrixWorldAutoUpdate = false;
  camera.matrixWorld.fromArray(view.pose as number[]);
  camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
  camera.projectionMatrix.fromArray(view.projection as number[]);
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
  return camera;
}

function run({ production, solids, frame, preview, full }: PictureBench): PictureTimes {
  const canvas = new OffscreenCanvas(16, 16);
  const painter = new Painter(canvas);
  for (const [id, mark] of Object.entries(solids)) painter.stage.setSolids(id, revived(mark));
  const fps = Number(production.format.rate);
  const state = evaluate(production, frame / fps, (id) => solids[id]?.bounds);
  const gl = canvas.getContext('webgl2') as WebGL2RenderingContext;
  const pixel = new Uint8Array(4);
  const finish = () => gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);

  painter.resize(preview.width, preview.height);
  const picture = (quality: 'sketch' | 'lit') => () => {
    painter.restart();
    painter.addSubFrame(state, quality, subFrameSample(1, 0, 1));
    painter.present(state);
  };
  const lit = timed(7, picture('lit'), finish);
  const sketch = timed(7, picture('sketch'), finish);

  const bareCanvas = new OffscreenCanvas(preview.width, preview.height);
  const renderer = new WebGLRenderer({ canvas: bareCanvas, antialias: true });
  renderer.setSize(preview.width, preview.height, false);
  renderer.shadowMap.enabled = true;
  renderer.shadowMap.type = PCFShadowMap;
  const scene = bareScene(painter);
  const camera = lensOf(state.camera, preview);
  const bareGl = bareCanvas.getContext('webgl2') as WebGL2RenderingContext;
  const bare = timed(
    7,
    () => renderer.render(scene, camera),
    () => bareGl.readPixels(0, 0, 1, 1, bareGl.RGBA, bareGl.UNSIGNED_BYTE, pixel),
  );

  painter.resize(full.width, full.height);
  // Some of as many as a delivered frame has.
  const [count, all] = [12, 64];
  painter.addSubFrame(state, 'full', subFrameSample(1, 0, all));
  painter.present(state);
  finish();
  const each = (work: (i: number) => void) => {
    const began = performance.now();
    for (let i = 0; i < count; i++) work(i);
    painter.present(state);
    finish();
    return (performance.now() - began) / count;
  };
  const subFrame = each((i) => painter.addSubFrame(state, 'full', subFrameSample(1, i, all)));
  const began = performance.now();
  painter.addSubFrame(state, 'full', subFrameSample(1, 0, all), { seed: 1, i: 0 });
  finish();
  const firstTraced = performance.now() - began;
  const traced = each((i) => painter.addSubFrame(state, 'full', subFrameSample(1, i, all), { seed: 1, i }));
  return {
    lit,
    sketch,
    bare,
    subFrame,
    traced,
    firstTraced,
    triangles: Object.values(solids).reduce((sum, mark) => sum + mark.triangles, 0),
    drawnBy: painter.drawnBy(),
  };
}

(globalThis as unknown as { benchPicture: typeof run }).benchPicture = run;
