import { checkFlash } from '@/core/check/flash';
import { difference } from '@/core/check/frame-reading';
import { checkLoop } from '@/core/check/loop';
import { loopVerdict } from '@/core/check/loop-check';
import { checkStrobe } from '@/core/check/motion-check';
import { checkEnds, checkLevels } from '@/core/check/picture-checks';
import { checkSafeArea, checkWords, type ReadSettings } from '@/core/check/read-check';
import { frameMotion, type FrameMotion } from '@/core/check/strobe';
import { checkRow, type SeenOfRow } from '@/core/check/row-check';
import type { Verdict } from '@/core/check/verdict';
import { stillFrame } from '@/core/production/still';
import { framesPerSecond } from '@/core/time/rate';
import { CheckReader } from '@/picture/check-reader';
import type { Scenery } from '@/picture/draw-frame';
import type { Painter } from '@/picture/painter';
import { breathe, inSlices } from './breathe';

/** What is asked of a run of checks. */
export interface CheckOrder {
  needs: ReadSettings;
  /** By how much the last sample of the sound differs from the first, as a share of full scale; null without a sound. */
  soundJump: number | null;
}

/** A version at a glance: a small picture of it, and what can be said of its words. */
export interface Glance {
  width: number;
  height: number;
  /** 8-bit sRGB, four values a pixel, top row first. */
  pixels: Uint8Array;
  verdicts: Verdict[];
}

/**
 * Checks the words of a production by where they stand in its frames, and by one picture.
 * @returns null when it was stopped
 */
export async function glanceAt(
  painter: Painter,
  scenery: Scenery,
  missingIn: SeenOfRow['missingIn'],
  needs: ReadSettings,
  isWanted: () => boolean,
): Promise<Glance | null> {
  const { production, boundsOf, probe } = scenery;
  const reader = new CheckReader(painter, scenery);
  try {
    const pixels = reader.read(stillFrame(production));
    const contrastOf = (markId: string) => reader.words.find((each) => each.markId === markId)?.readings[0]?.contrast ?? null;
    let verdicts: Verdict[] = [];
    const steps = checkRow(production, boundsOf, probe, { missingIn, contrastOf }, needs);
    const read = function* () {
      verdicts = yield* steps;
    };
    return (await inSlices(read(), isWanted)) && { ...reader.raster, pixels, verdicts };
  } finally {
    reader.dispose();
  }
}

/**
 * Runs all checks of a production that go by its pictures and its motion.
 * @param told how many frames have been read so far
 * @param isWanted asked between frames; false stops
 * @returns null when it was stopped
 */
export async function runChecks(
  painter: Painter,
  scenery: Scenery,
  { needs, soundJump }: CheckOrder,
  told: (done: number, of: number) => void,
  isWanted: () => boolean,
): Promise<Verdict[] | null> {
  const { production, boundsOf, probe } = scenery;
  const { length, rate } = production.format;
  const reader = new CheckReader(painter, scenery);
  try {
    for (let frame = 0; frame < length; frame++) {
      reader.read(frame);
      told(frame + 1, length);
      await breathe();
      if (!isWanted()) return null;
    }
    const seam = difference(reader.draw(0), reader.draw(length));
    const motion: FrameMotion[] | null = await inSlices(frameMotion(production, boundsOf, 1, probe), isWanted);
    if (!motion) return null;
    const frames = reader.readings.map(({ frame }) => frame);
    const perSecond = framesPerSecond(rate);
    return [
      ...reader.words.map((words) => checkWords(words, frames, perSecond, needs)),
      checkSafeArea(reader.words, frames, perSecond, needs),
      checkFlash(reader.readings, perSecond),
      checkStrobe(motion),
      checkLevels(reader.readings),
      checkEnds(reader.readings, perSecond),
      loopVerdict(checkLoop(production, boundsOf), length, seam, soundJump),
    ];
  } finally {
    reader.dispose();
  }
}
