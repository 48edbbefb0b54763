import { checkFlash } from '@/core/check/flash';
import { readFrame, type FrameReading } from '@/core/check/frame-reading';
import { writeExr } from '@/core/delivery/exr';
import { channelsOf } from '@/core/delivery/layers';
import { pngPixels } from '@/core/delivery/frame-pixels';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { writePng } from '@/core/delivery/png';
import { loudnessOf, LOUDNESS_RATE } from '@/core/sound/loudness';
import { milliseconds } from './timing';

const [WIDTH, HEIGHT] = [1280, 720];
const CHECKED = 1500;

/** A picture as renders are: soft runs with some edges, and the fine noise that few sub-frames leave. */
function picture(frame: number): Float32Array {
  let seed = frame + 1;
  const pixels = new Float32Array(4 * WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      seed = (seed * 1664525 + 1013904223) >>> 0;
      const noise = (seed / 2 ** 32 - 0.5) * 0.004;
      const letter =
        Math.floor((x + 4 * frame) / 90) % 2 === 0 && y > 200 && y < 520 ? 0.5 + 0.3 * Math.sin(y / 40) : 0.03 + 0.02 * (y / HEIGHT);
      const at = 4 * (y * WIDTH + x);
      pixels.set([letter + noise, 0.9 * letter + noise, 0.7 * letter + noise, 1], at);
    }
  return pixels;
}

/** Frames as files, and checks over many frames. */
export function delivering(): void {
  const exact = picture(0);
  const eight = Uint8Array.from(exact, (v) => 255 * v);
  const shown = { width: WIDTH, height: HEIGHT, eight: () => eight, exact: () => exact };
  for (const depth of ['8', '16'] as const) {
    let bytes = 0;
    const took = milliseconds(3, () => void (bytes = writePng(pngPixels(shown, { ...outputOfKind('png'), depth }, false)).length));
    console.log(`PNG of ${depth} bits, ${WIDTH}x${HEIGHT}: ${took.toFixed(0)} ms, ${(bytes / 1e6).toFixed(1)} MB`);
  }
  for (const layers of [1, 4]) {
    const names = ['R', 'G', 'B', 'A'];
    const channels = Array.from({ length: layers }, (_, i) => channelsOf(exact, i === 0 ? '' : `layer${i}`, names)).flat();
    const order = {
      width: WIDTH,
      height: HEIGHT,
      channels,
      isPacked: true,
      rate: { num: 25, den: 1 },
      timecode: { hours: 0, minutes: 0, seconds: 0, frames: 0, isDrop: false },
    };
    let bytes = 0;
    const took = milliseconds(3, () => void (bytes = writeExr(order).length));
    console.log(`OpenEXR of ${channels.length} channels, ${WIDTH}x${HEIGHT}: ${took.toFixed(0)} ms, ${(bytes / 1e6).toFixed(1)} MB`);
  }
  const [columns, rows] = [48, 27];
  const small = new Uint8Array(4 * 6 * columns * 6 * rows);
  const readings: FrameReading[] = [];
  const readAll = () => {
    for (let frame = 0; frame < CHECKED; frame++) {
      for (let i = 0; i < small.length; i++) small[i] = (i * 31 + frame * ((i >> 9) % 7)) & 255;
      readings.push(readFrame(frame, small, 6 * columns, 6 * rows));
    }
  };
  const reading = milliseconds(1, readAll, 0);
  const flash = milliseconds(1, () => void checkFlash(readings, 25), 0);
  console.log(
    `Checks of ${CHECKED} frames beside their drawing: ${(reading / 1000).toFixed(1)} s read, ${(flash / 1000).toFixed(1)} s for flashes`,
  );
  const minute = Float32Array.from({ length: 60 * LOUDNESS_RATE }, (_, i) => 0.2 * Math.sin(i / 7) * Math.sin(i / 9000));
  const loud = milliseconds(1, () => void loudnessOf([minute, minute]), 0);
  console.log(`Loudness and true peak of a minute of two channels: ${(loud / 1000).toFixed(1)} s`);
}
