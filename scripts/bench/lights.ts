import { PCFShadowMap, SpotLight, WebGLRenderer, type Scene } from 'three';
import { evaluate } from '@/core/frame/evaluate';
import type { FrameState } from '@/core/frame/frame-state';
import { addLight } from '@/core/production/edits/light-edits';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { Painter } from '@/picture/painter';
import { bareScene, lensOf, timed, type PictureBench } from './picture';
import { revived } from './plain-solids';

/** Runs in the page: what lights cost beside bare ones of three's, and what a value costs that is keyed. */
export interface LightTimes {
  lights: number;
  lit: number;
  bare: number;
}
export interface KeyedCosts {
  /** Programs that the card took before and after a hundred frames of a keyed roughness, and materials that were made for them. */
  programs: [number, number];
  made: number;
  /** Milliseconds a frame. */
  frame: number;
}

/** Places of lights about the marks, all before them. */
const placeOf = (i: number, n: number) => {
  const turn = Math.PI * ((i + 0.5) / n - 0.5);
  return { x: 6 * Math.sin(turn), y: 3 + (i % 3), z: 6 * Math.cos(turn) };
};

function withLights(production: Production, n: number): Production {
  const made = structuredClone(production);
  made.lights = [];
  for (let i = 0; i < n; i++) addLight(made, 'spot', { channels: { ...placeOf(i, n), spread: 60 } });
  return made;
}

function bareLights(scene: Scene, n: number): Scene {
  for (const light of scene.children.filter((each) => 'isLight' in each)) scene.remove(light);
  for (let i = 0; i < n; i++) {
    const spot = new SpotLight(0xffffff, 60, 0, 0.5, 0.3);
    const { x, y, z } = placeOf(i, n);
    spot.position.set(x, y, z);
    spot.castShadow = true;
    spot.shadow.mapSize.set(1024, 1024);
    scene.add(spot, spot.target);
  }
  return scene;
}

function run({ production, solids, frame, preview }: PictureBench): { lights: LightTimes[]; keyed: KeyedCosts } {
  const canvas = new OffscreenCanvas(16, 16);
  const painter = new Painter(canvas);
  for (const [id, mark] of Object.entries(solids)) painter.stage.setSolids(id, revived(mark));
  const seconds = frame / Number(production.format.rate);
  const stateOf = (of: Production): FrameState => evaluate(of, seconds, (id) => solids[id]?.bounds);
  const pixel = new Uint8Array(4);
  const finishing = (on: OffscreenCanvas) => {
    const gl = on.getContext('webgl2') as WebGL2RenderingContext;
    return () => gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
  };
  const finish = finishing(canvas);
  painter.resize(preview.width, preview.height);
  const look = (state: FrameState) => {
    painter.restart();
    painter.addSubFrame(state, 'lit', subFrameSample(1, 0, 1));
    painter.present(state);
  };
  const bareCanvas = new OffscreenCanvas(preview.width, preview.height);
  const renderer = new WebGLRenderer({ canvas: bareCanvas, antialias: true });
  renderer.setSize(preview.width, preview.height, false);
  renderer.shadowMap.enabled = true;
  renderer.shadowMap.type = PCFShadowMap;
  const lights = [1, 4, 8].map((n): LightTimes => {
    const state = stateOf(withLights(production, n));
    const lit = timed(7, () => look(state), finish);
    const scene = bareLights(bareScene(painter), n);
    const camera = lensOf(state.camera, preview);
    return { lights: n, lit, bare: timed(7, () => renderer.render(scene, camera), finishing(bareCanvas)) };
  });

  const state = stateOf(production);
  look(state);
  finish();
  const [before, made] = [painter.programCount, painter.stage.materials.made];
  const began = performance.now();
  for (let i = 0; i < 100; i++) {
    const marks = state.marks.map((mark) => ({
      ...mark,
      shells: mark.shells.map((shell) => ({
        ...shell,
        surfaces: { ...shell.surfaces, face: { ...shell.surfaces.face, roughness: 0.1 + 0.008 * i } },
      })),
    }));
    look({ ...state, marks });
  }
  finish();
  return {
    lights,
    keyed: {
      programs: [before, painter.programCount],
      made: painter.stage.materials.made - made,
      frame: (performance.now() - began) / 100,
    },
  };
}

(globalThis as unknown as { benchLights: typeof run }).benchLights = run;
