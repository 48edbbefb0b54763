import type { FrameReading } from './frame-reading';
import { spansOf, type Verdict } from './verdict';

/** Share of pixels at the end of the scale from which a picture looks burnt out (common practice). */
const BURNT = 0.02;

/** Luma as an eight-bit code of BT.709 in its narrow range, of a code value from 0 to 1. */
const narrow = (code: number): number => Math.round(16 + 219 * code);

/** What levels pictures reach (ITU-R BT.709; EBU R 103): none leaves the range as all is held within it, but much may lie at its end. */
export function checkLevels(readings: readonly FrameReading[]): Verdict {
  const [low, high] = [Math.min(...readings.map(({ lowest }) => lowest)), Math.max(...readings.map(({ highest }) => highest))];
  const burnt = readings.filter(({ clipped }) => clipped > BURNT).map(({ frame }) => frame);
  const worst = Math.max(0, ...readings.map(({ clipped }) => clipped));
  return {
    check: 'levels',
    label: 'Levels',
    state: burnt.length > 0 ? 'warns' : 'passes',
    figure: `code values ${narrow(low)} to ${narrow(high)} of 16 to 235; at most ${(100 * worst).toFixed(1)} % of a picture at full scale`,
    findings: spansOf(burnt, `more than ${100 * BURNT} % of the picture is burnt out`),
    advice: burnt.length > 0 ? 'Take the exposure down, or let the display bend earlier.' : '',
    chart: {
      label: 'of the picture at full scale, %',
      frames: readings.map(({ frame }) => frame),
      values: readings.map(({ clipped }) => 100 * clipped),
      limit: { value: 100 * BURNT, isLeast: false },
    },
  };
}

/** Black is no brighter than this anywhere, as a code value. */
const BLACK = 4 / 255;
/** Pictures that differ by less, in the mean of their luminance, stand still. */
const STILL = 0.0004;
/** How long a last picture should stand still, seconds (common practice: long enough to cut on). */
const HOLD_SECONDS = 0.5;

const meanOf = (values: Float32Array): number => values.reduce((sum, value) => sum + value, 0) / values.length;
const differ = (a: FrameReading, b: FrameReading): number =>
  a.luminance.reduce((sum, value, i) => sum + Math.abs(value - (b.luminance[i] as number)), 0) / a.luminance.length;

/** How a production begins and ends: from black or not, and how long its last picture stands. @param rate frames a second */
export function checkEnds(readings: readonly FrameReading[], rate: number): Verdict {
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last) return { check: 'ends', label: 'Ends', state: 'told', figure: 'no frames', findings: [], advice: '', chart: null };
  let held = 0;
  while (held + 1 < readings.length && differ(readings.at(-2 - held) as FrameReading, last) < STILL) held++;
  const [fromBlack, toBlack] = [first.highest <= BLACK, last.highest <= BLACK];
  const seconds = held / rate;
  const isShort = !toBlack && seconds < HOLD_SECONDS;
  return {
    check: 'ends',
    label: 'Ends',
    state: isShort ? 'warns' : 'passes',
    figure:
      `begins ${fromBlack ? 'on black' : 'in the picture'}, ends ${toBlack ? 'on black' : 'in the picture'}; ` +
      `the last picture stands for ${held} ${held === 1 ? 'frame' : 'frames'} (${seconds.toFixed(2)} s)`,
    findings: isShort ? [{ from: last.frame, to: last.frame, words: 'the last picture is still moving' }] : [],
    advice: isShort ? `Let it settle ${HOLD_SECONDS} s before the end, or fade it out, so that a cut from it does not jump.` : '',
    chart: {
      label: 'mean brightness, %',
      frames: readings.map(({ frame }) => frame),
      values: readings.map(({ luminance }) => 100 * meanOf(luminance)),
      limit: null,
    },
  };
}
