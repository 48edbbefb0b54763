import { Document, WebIO, type Node } from '@gltf-transform/core';
import { KHRLightsPunctual, type Light as GltfLight } from '@gltf-transform/extensions';
import { luminance } from '../colour/transfer';
import { evaluate } from '../frame/evaluate';
import type { BoundsOf, FrameState, LightState } from '../frame/frame-state';
import type { SolidProbe } from '../frame/solid-probe';
import type { MarkSolids } from '../frame/solids/mark-solids';
import type { Production } from '../production/production';
import { positionOf, type Mat4 } from '../space/matrix';
import { rotationOf, type Quaternion } from '../space/quaternion';
import { frameToSeconds } from '../time/rate';
import { GltfMarks, type Matrix16 } from './glb';

export interface SceneInput {
  production: Production;
  solidsOf: (markId: string) => MarkSolids | undefined;
  boundsOf: BoundsOf;
  probe?: SolidProbe | undefined;
  /** Frames, first and last with them, through which camera and marks move. */
  first: number;
  last: number;
}

/** Farthest that a camera of glTF sees, and nearest, metres. */
const NEAR = 0.01;
/** A light of one candela lights as strongly as our middle light does at a metre (common practice of viewers, from memory). */
const CANDELA = 1;
const WATTS = 54.35;

interface Track {
  node: Node;
  poses: Mat4[];
}

/** A quaternion on the same side as the one before: turns go the short way. */
function alongside(q: Quaternion, before: Quaternion | null): Quaternion {
  const dot = before ? q.reduce((sum, v, i) => sum + v * (before[i] as number), 0) : 1;
  return dot < 0 ? (q.map((v) => -v) as unknown as Quaternion) : q;
}

const isMoving = ({ poses }: Track): boolean => poses.some((pose) => pose.some((v, i) => Math.abs(v - (poses[0]?.[i] as number)) > 1e-6));

/** Writes what a node does through time: place and turn at each frame. */
function animate(document: Document, marks: GltfMarks, tracks: readonly Track[], seconds: readonly number[]): void {
  const moving = tracks.filter(isMoving);
  if (moving.length === 0) return;
  const animation = document.createAnimation('Flight');
  const accessor = (type: 'SCALAR' | 'VEC3' | 'VEC4', values: readonly number[]) =>
    document.createAccessor().setType(type).setArray(Float32Array.from(values)).setBuffer(marks.buffer);
  const times = accessor('SCALAR', seconds);
  for (const { node, poses } of moving) {
    let before: Quaternion | null = null;
    const turns = poses.flatMap((pose) => (before = alongside(rotationOf(pose), before)));
    const paths = [
      ['translation', accessor('VEC3', poses.flatMap(positionOf))],
      ['rotation', accessor('VEC4', turns)],
    ] as const;
    for (const [path, output] of paths) {
      const sampler = document.createAnimationSampler().setInput(times).setOutput(output).setInterpolation('LINEAR');
      animation
        .addSampler(sampler)
        .addChannel(document.createAnimationChannel().setTargetNode(node).setTargetPath(path).setSampler(sampler));
    }
  }
}

/** What a light is in KHR_lights_punctual: suns are directional, spots have their cone, all others shine from a point. */
function gltfLight(extension: KHRLightsPunctual, { kind, sent, values }: LightState, name: string): GltfLight {
  const strength = Math.max(1e-6, luminance(sent));
  const colour = sent.map((v) => Math.min(1, v / Math.max(...sent, 1e-9))) as [number, number, number];
  const light = extension.createLight(name).setColor(colour);
  if (kind === 'sun') return light.setType('directional').setIntensity(strength);
  light.setIntensity(strength * CANDELA * WATTS);
  if (kind !== 'spot') return light.setType('point');
  const outer = Math.min(Math.PI / 2 - 1e-3, (Number((values as Record<string, unknown>).angle ?? 60) * Math.PI) / 360);
  return light
    .setType('spot')
    .setOuterConeAngle(outer)
    .setInnerConeAngle(0.7 * outer);
}

/**
 * Writes the whole scene as binary glTF 2.0: marks as they are at the first frame and as they move as a whole, the camera that is seen with
 * its flight and its lens at the first frame, and lights (KHR_lights_punctual). Floor, dome, effects, letters that move by themselves and
 * lenses that change are not in it: glTF has no words for them.
 */
export async function sceneGlb({ production, solidsOf, boundsOf, probe, first, last }: SceneInput): Promise<Uint8Array> {
  const document = new Document();
  const marks = new GltfMarks(document);
  const { rate } = production.format;
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const states = frames.map((frame) => evaluate(production, frameToSeconds(frame, rate), boundsOf, { probe }));
  const scene = document.createScene(production.name);
  const tracks: Track[] = [];
  for (const mark of production.marks) {
    const solids = solidsOf(mark.id);
    const shown = states.map((state) => state.marks.find(({ id }) => id === mark.id));
    const state = shown.find(Boolean);
    if (!solids || !state || solids.pieces.length === 0) continue;
    const inner = marks.node({ mark, solids, state, copies: state.copies });
    const node = document.createNode(mark.name).addChild(inner);
    scene.addChild(node);
    tracks.push({ node, poses: shown.map((each) => (each ?? state).pose) });
  }
  const [begin] = states as [FrameState];
  const { sensorHeightMm, sensorWidthMm, focalLengthMm } = begin.camera;
  const camera = document
    .createCamera('Camera')
    .setType('perspective')
    .setYFov(2 * Math.atan(sensorHeightMm / (2 * focalLengthMm)))
    .setAspectRatio(sensorWidthMm / sensorHeightMm)
    .setZNear(NEAR);
  const seen = document.createNode('Camera').setCamera(camera);
  scene.addChild(seen);
  tracks.push({ node: seen, poses: states.map((state) => state.camera.pose) });
  const extension = document.createExtension(KHRLightsPunctual).setRequired(false);
  for (const light of begin.lights) {
    const name = production.lights.find(({ id }) => id === light.id)?.name ?? light.kind;
    const made = document.createNode(name).setExtension('KHR_lights_punctual', gltfLight(extension, light, name));
    scene.addChild(made.setMatrix([...light.pose] as Matrix16));
  }
  for (const { node, poses } of tracks) {
    const [pose] = poses as [Mat4];
    node
      .setTranslation(positionOf(pose) as [number, number, number])
      .setRotation([...rotationOf(pose)] as [number, number, number, number]);
  }
  const times = frames.map((frame) => frameToSeconds(frame - first, rate));
  animate(document, marks, tracks, times);
  document.getRoot().setDefaultScene(scene).getAsset().generator = 'Ironsky';
  return new WebIO().registerExtensions([KHRLightsPunctual]).writeBinary(document);
}
