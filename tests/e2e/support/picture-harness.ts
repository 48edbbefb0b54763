import type { FrameOutput } from '@/core/delivery/outputs/outputs';
import { evaluate } from '@/core/frame/evaluate';
import type { FrameState } from '@/core/frame/frame-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { frameToSeconds, type RateName } from '@/core/time/rate';
import { addSubFrame, drawFrame, stateAt, type FrameSize, type Scenery } from '@/picture/draw-frame';
import { Painter } from '@/picture/painter';
import { pick } from '@/picture/pick';
import { DrawnPicture, writeFrame } from '@/workers/frame-writers';
import type { PictureFacts } from '@/workers/pictures/opened';
import { openPicture } from '@/workers/pictures/picture-file';
import { PictureKeeper } from '@/workers/pictures/picture-keeper';

/** Draws frames in an empty page, without the application around them. */
export interface DrawOrder {
  production: Production;
  frame: number;
  width: number;
  height: number;
  samples: number;
  alpha: boolean;
  traced?: boolean;
  /** Rate at which frames are counted. */
  rate?: RateName;
  /** Noise at which it is done, and sub-frames at least. */
  until?: number;
  least?: number;
  /** Each sub-frame has points of its own seed: as good as drawn by chance. */
  scattered?: boolean;
  /** A sketch: one picture, flat. */
  sketch?: boolean;
  /** Scene light in the place of what is shown. */
  linear?: boolean;
  /** Files of pictures by their hashes, in base 64. */
  files?: Record<string, string>;
}

const blobOf = (base64: string) => new Blob([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))]);

/** A frame from points that have nothing to do with one another. */
function drawScattered(painter: Painter, scenery: Scenery, { frame, width, height, samples, traced }: FrameSize) {
  const { production } = scenery;
  painter.resize(width, height);
  painter.restart();
  const seconds = frameToSeconds(frame, production.format.rate);
  for (let i = 0; i < samples; i++) {
    const own = { ...scenery, production: { ...production, seed: 1000 + 7919 * i } };
    addSubFrame(painter, own, { seconds, quality: 'full', i: i % 4, n: samples, traced: traced ?? false });
  }
  return stateAt(scenery, seconds);
}

/** What is shown while one works fast. */
function drawSketch(painter: Painter, scenery: Scenery, { frame, width, height }: FrameSize) {
  painter.resize(width, height);
  painter.restart();
  const state = stateAt(scenery, frameToSeconds(frame, scenery.production.format.rate));
  painter.addSubFrame(state, 'sketch', subFrameSample(1, 0, 1));
  return state;
}

/** What lies under places of the frame: marks by their ids. */
function picked(production: Production, places: readonly (readonly [x: number, y: number])[]): (string | null)[] {
  const painter = new Painter(new OffscreenCanvas(16, 16));
  const solids = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  for (const [id, mark] of solids) painter.stage.setSolids(id, mark);
  const state = evaluate(production, 0, (id) => solids.get(id)?.bounds);
  const found = places.map(([x, y]) => pick(painter.stage, state, x, y).markId);
  painter.dispose();
  return found;
}

/** How many sub-frames the last frame took. */
let taken = 0;

/** Where its programs are taken already: what draws a frame draws the next one too, as in the application. */
let ready: Painter | null = null;

/** A frame that is drawn, and what drew it, as long as something is done with them. */
async function withFrame<T>(
  { production, files, scattered, sketch, ...size }: DrawOrder,
  use: (painter: Painter, scenery: Scenery, state: FrameState) => T | Promise<T>,
): Promise<T> {
  const pictures = new PictureKeeper(
    () => undefined,
    (hash) => Promise.resolve(blobOf(files?.[hash] ?? '')),
  );
  const painter = (files ? null : ready) ?? new Painter(new OffscreenCanvas(16, 16), pictures);
  const solids = new Map<string, MarkSolids>(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  for (const [id, mark] of solids) painter.stage.setSolids(id, mark);
  const scenery = { production, boundsOf: (id: string) => solids.get(id)?.bounds, pictures };
  try {
    const atOnce = sketch ? drawSketch : scattered ? drawScattered : null;
    const state = atOnce ? atOnce(painter, scenery, size) : await drawFrame(painter, scenery, size);
    if (!state) throw new Error('No frame was drawn.');
    taken = painter.sampleCount;
    return await use(painter, scenery, state);
  } finally {
    for (const id of solids.keys()) painter.stage.setSolids(id, null);
    if (files) painter.dispose();
    else ready = painter;
    pictures.dispose();
  }
}

const draw = (order: DrawOrder): Promise<number[]> =>
  withFrame(order, (painter, _, state) => [...(order.linear ? painter.readLinear(state, order.alpha) : painter.read(state, order.alpha))]);

/** A frame as files, in base 64. */
const written = ({ files: _, ...order }: DrawOrder, outputs: readonly FrameOutput[]): Promise<string[]> =>
  withFrame(order, async (painter, scenery, state) => {
    const picture = new DrawnPicture(painter, scenery, { ...order, id: 0, files: outputs }, state, async () => true);
    return (await writeFrame(picture, outputs)).map((bytes) => base64Of(bytes));
  });

function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** The dome of a production unrolled, as it is drawn: radiance by rows from the lowest up, four numbers a point. */
function dome(production: Production): number[] {
  const painter = new Painter(new OffscreenCanvas(16, 16));
  const read = painter.readDome(evaluate(production, 0, () => null));
  painter.dispose();
  return [...read];
}

/** What a file of pictures holds, and the colour and opacity in the middle of the left and of the right half of some of its frames. */
async function look({ file, frames }: { file: string; frames: number[] }): Promise<{ facts: PictureFacts; seen: number[][] }> {
  const opened = await openPicture(blobOf(file));
  const seen: number[][] = [];
  for (const index of frames) {
    const picture = await opened.frame(index);
    const context = new OffscreenCanvas(picture.width, picture.height).getContext('2d');
    context?.drawImage(picture, 0, 0);
    const at = (share: number) => [...(context?.getImageData(Math.floor(picture.width * share), picture.height >> 1, 1, 1).data ?? [])];
    seen.push([...at(0.25), ...at(0.75)]);
    picture.close();
  }
  opened.close();
  return { facts: opened.facts, seen };
}

Object.assign(globalThis, { draw, written, dome, look, picked, taken: () => taken });
