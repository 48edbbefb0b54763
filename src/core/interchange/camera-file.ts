import { WebIO, type AnimationChannel, type AnimationSampler, type Node } from '@gltf-transform/core';
import { KHRLightsPunctual } from '@gltf-transform/extensions';
import type { TimedPose } from '../rig/take-poses';
import { anglesOf, positionOf } from '../space/matrix';
import { between, type Quaternion } from '../space/quaternion';

/** Thrown when no camera can be read from a file; the message says why, in words. */
export class CameraFileError extends Error {}

/** Poses a second that are read of a flight: twice as many as takes keep. */
const RATE = 60;
/** Longest flight that is read, seconds; nodes and keys that a file may have. */
const MAX_SECONDS = 180;
const MAX_NODES = 20_000;
const MAX_KEYS = 200_000;

type Numbers = number[];

/** The value of a sampler at a time (glTF 2.0, appendix C): held before its first key and after its last. */
function valueAt(sampler: AnimationSampler, seconds: number, isTurn: boolean): Numbers {
  const times = sampler.getInput()?.getArray() as Float32Array;
  const output = sampler.getOutput();
  const size = output?.getElementSize() ?? 3;
  const isCubic = sampler.getInterpolation() === 'CUBICSPLINE';
  // Of a cubic: the tangent before each key, its value, the tangent after it.
  const read = (key: number, part = 1): Numbers =>
    output?.getElement(isCubic ? 3 * key + part : key, new Array<number>(size).fill(0)) ?? [];
  let key = 0;
  while (key + 1 < times.length && (times[key + 1] as number) <= seconds) key++;
  const next = Math.min(key + 1, times.length - 1);
  const span = (times[next] as number) - (times[key] as number);
  const share = span > 0 ? Math.max(0, Math.min(1, (seconds - (times[key] as number)) / span)) : 0;
  const [a, b] = [read(key), read(next)];
  if (share === 0 || sampler.getInterpolation() === 'STEP') return a;
  if (isCubic) {
    const [t, t2, t3] = [share, share ** 2, share ** 3];
    const [leave, arrive] = [read(key, 2), read(next, 0)];
    const mixed = a.map(
      (v, i) =>
        (2 * t3 - 3 * t2 + 1) * v +
        span * (t3 - 2 * t2 + t) * (leave[i] as number) +
        (3 * t2 - 2 * t3) * (b[i] as number) +
        span * (t3 - t2) * (arrive[i] as number),
    );
    return isTurn ? unit(mixed) : mixed;
  }
  return isTurn
    ? [...between(a as unknown as Quaternion, b as unknown as Quaternion, share)]
    : a.map((v, i) => v + share * ((b[i] as number) - v));
}

const unit = (q: Numbers): Numbers => q.map((v) => v / (Math.hypot(...q) || 1));

function setAt(channel: AnimationChannel, seconds: number): void {
  const [node, sampler] = [channel.getTargetNode(), channel.getSampler()];
  if (!node || !sampler) return;
  if (channel.getTargetPath() === 'translation') node.setTranslation(valueAt(sampler, seconds, false) as [number, number, number]);
  if (channel.getTargetPath() === 'rotation') node.setRotation(valueAt(sampler, seconds, true) as [number, number, number, number]);
}

/** The nodes that carry a node, and itself. */
function carriersOf(node: Node): Set<Node> {
  const found = new Set<Node>();
  for (let each: Node | null = node; each; each = each.getParentNode()) found.add(each);
  return found;
}

/**
 * Reads the flight of the first camera of a binary glTF 2.0 file, with whatever carries it, through its first animation that moves it. Axes
 * are those of glTF and ours: metres, +Y up, looking along its -Z.
 * @throws CameraFileError in plain words
 */
export async function readCameraFile(bytes: Uint8Array): Promise<TimedPose[]> {
  const document = await new WebIO()
    .registerExtensions([KHRLightsPunctual])
    .readBinary(bytes)
    .catch(() => {
      throw new CameraFileError('It cannot be read: it is damaged, or no binary glTF 2.0 file.');
    });
  const nodes = document.getRoot().listNodes();
  if (nodes.length > MAX_NODES) throw new CameraFileError(`It has more than ${MAX_NODES} nodes.`);
  const camera = nodes.find((node) => node.getCamera());
  if (!camera) throw new CameraFileError('There is no camera in it.');
  const carriers = carriersOf(camera);
  const moves = (channel: AnimationChannel) => carriers.has(channel.getTargetNode() as Node);
  const channels =
    document
      .getRoot()
      .listAnimations()
      .find((each) => each.listChannels().some(moves))
      ?.listChannels()
      .filter(moves) ?? [];
  const times = channels.map((channel) => channel.getSampler()?.getInput()?.getArray() ?? []);
  if (times.some((each) => each.length > MAX_KEYS)) throw new CameraFileError('Its flight has too many keys.');
  const end = Math.max(0, ...times.map((each) => each[each.length - 1] ?? 0));
  if (!(end > 0)) throw new CameraFileError('Its camera stands still: there is no flight in it.');
  if (end > MAX_SECONDS) throw new CameraFileError(`Its flight is longer than ${MAX_SECONDS / 60} minutes.`);
  return Array.from({ length: Math.floor(end * RATE + 1e-6) + 1 }, (_, i): TimedPose => {
    const seconds = i / RATE;
    for (const channel of channels) setAt(channel, seconds);
    const pose = [...camera.getWorldMatrix()];
    const [x, y, z] = positionOf(pose);
    const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
    return { seconds, x, y, z, pan: panDeg, tilt: tiltDeg, roll: rollDeg };
  });
}
