import { contrastAround } from '@/core/check/contrast';
import { checkRaster, luminances, readFrame, type FrameReading } from '@/core/check/frame-reading';
import { wordsAt, wordsToRead, type GatheredWords } from '@/core/check/words-at';
import { marginOf } from '@/core/finish/reach';
import type { Mark } from '@/core/production/mark';
import { frameToSeconds } from '@/core/time/rate';
import { addSubFrame, stateAt, type Scenery } from './draw-frame';
import { SeenData } from './layers/seen-data';
import type { Painter } from './painter';

/** Sub-frames of a picture that is read: its cells have many pixels each. */
const SAMPLES = 3;
/** Words of which less is in the frame are not looked at any closer. */
const LEAST_THERE = 0.3;

/** Draws the frames of a production small, one after the other, and reads of each what checks go by. */
export class CheckReader {
  readonly readings: FrameReading[] = [];
  readonly words: readonly GatheredWords[];
  readonly raster: { width: number; height: number };
  private readonly marks: readonly Mark[];
  private seen: SeenData | null = null;

  constructor(
    private readonly painter: Painter,
    private readonly scenery: Scenery,
  ) {
    const { format } = scenery.production;
    this.raster = checkRaster(format.width, format.height);
    ({ marks: this.marks, words: this.words } = wordsToRead(scenery.production));
  }

  /** Draws a frame as it leaves, and gives its pixels. */
  draw(frame: number): Uint8Array {
    const { painter, scenery } = this;
    const seconds = frameToSeconds(frame, scenery.production.format.rate);
    const state = stateAt(scenery, seconds);
    painter.resize(this.raster.width, this.raster.height, marginOf(state.finish));
    painter.restart();
    for (let i = 0; i < SAMPLES; i++) addSubFrame(painter, scenery, { seconds, quality: 'full', i, n: SAMPLES, isStill: true });
    return painter.read(state, false);
  }

  /** Reads a frame, and gives its pixels. Frames come in order. */
  read(frame: number): Uint8Array {
    const { width, height } = this.raster;
    const pixels = this.draw(frame);
    this.readings.push(readFrame(frame, pixels, width, height));
    if (this.marks.length > 0) this.readMarks(frame, pixels);
    return pixels;
  }

  dispose(): void {
    this.seen?.dispose();
  }

  private readMarks(frame: number, pixels: Uint8Array): void {
    const { production, boundsOf, probe } = this.scenery;
    const { state, read } = wordsAt(production, this.marks, frame, boundsOf, probe);
    const contrastOf = read.some((reading) => reading && reading.there >= LEAST_THERE) ? this.contrasts(state, pixels) : () => null;
    read.forEach((reading, i) =>
      this.words[i]?.readings.push(
        reading && (reading.there >= LEAST_THERE ? { ...reading, contrast: contrastOf(reading.markId) } : reading),
      ),
    );
  }

  /** Contrast of marks against what is beside them in a picture. */
  private contrasts(state: ReturnType<typeof stateAt>, pixels: Uint8Array): (markId: string) => number | null {
    const { width, height } = this.raster;
    this.seen ??= new SeenData(this.painter);
    const { places } = this.seen.read(state);
    const owners = this.painter.stage.materials.ownersByRow();
    const luminance = luminances(pixels);
    const ownerAt = (i: number) => owners.get(Math.abs(places[4 * i + 3] as number) - 1);
    return (markId) => contrastAround(luminance, (i) => ownerAt(i) === markId, width, height);
  }
}
