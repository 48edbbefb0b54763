import type { LoopCheck, Seam } from './loop';
import type { Verdict } from './verdict';

/** What is off by less than this is not seen: metres, degrees, ratios. */
const SEEN = 1e-3;
/** Pictures that differ by more, as a share of full scale, are seen to jump. */
const MOST_PICTURE = 0.004;

/** What jumps from one frame to the next, in words. */
export const jumpWords = ({ frame, metres, degrees, values }: Seam): string =>
  [
    metres > 2e-3 || degrees > 0.05 ? `${metres.toFixed(2)} m and ${degrees.toFixed(1)}°` : '',
    values > 2e-3 ? `${values.toFixed(2)} in something that is keyed` : '',
  ]
    .filter(Boolean)
    .join(', ')
    .concat(` from frame ${frame} to ${frame + 1}`);

/** What is off after the last frame, in words; empty where nothing is. */
export const offWords = ({ metres, degrees, lens, markMetres, markDegrees, values, marks }: LoopCheck): string =>
  [
    metres >= SEEN || degrees >= SEEN ? `the camera is off by ${metres.toFixed(3)} m and ${degrees.toFixed(2)}°` : '',
    lens >= SEEN ? `the lens by ${((Math.exp(lens) - 1) * 100).toFixed(1)} %` : '',
    markMetres >= SEEN || markDegrees >= SEEN ? `a mark by ${markMetres.toFixed(3)} m and ${markDegrees.toFixed(2)}°` : '',
    values >= SEEN ? `something else that is keyed by ${values.toFixed(2)}` : '',
    marks > 0 ? `${marks} ${marks === 1 ? 'mark comes or goes' : 'marks come or go'}` : '',
  ]
    .filter(Boolean)
    .join(', ');

/**
 * Whether what is played round and round is seen to jump. A fact, not a fault: few productions are loops.
 * @param picture by how much the picture of the frame after the last differs from the first, as a share of full scale
 * @param sound by how much the last sample of the sound differs from the first, as a share of full scale; null without a sound
 */
export function loopVerdict(check: LoopCheck, length: number, picture: number, sound: number | null): Verdict {
  const off = offWords(check);
  const isSeen = picture > MOST_PICTURE;
  const isHeard = sound !== null && sound > 0.02;
  const closes = check.closes && !check.repeats && !isSeen && !isHeard;
  const parts = [
    check.repeats ? 'the last frame shows the first once more' : off || (check.seam ? `it jumps ${jumpWords(check.seam)}` : ''),
    `pictures differ by ${(100 * picture).toFixed(2)} %`,
    sound === null ? '' : `the sound by ${(100 * sound).toFixed(1)} % of full scale`,
  ];
  return {
    check: 'loop',
    label: 'Loop',
    state: closes ? 'passes' : 'told',
    figure: `${closes ? 'it closes' : 'it is no loop'}: ${parts.filter(Boolean).join('; ')}`,
    findings: closes ? [] : [{ from: length - 1, to: length - 1, words: 'after this frame it begins anew' }],
    advice: closes ? '' : 'If it is to be played round: Close the loop, in the bench of the timeline.',
    chart: null,
  };
}
