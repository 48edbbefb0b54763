import { brushedPattern } from './brushed';
import { cellsPattern } from './cells';
import { citiesPattern } from './cities';
import { cracksPattern } from './cracks';
import { dotsPattern } from './dots';
import { gradientPattern } from './gradient';
import { gridPattern } from './grid';
import { hammeredPattern } from './hammered';
import { landPattern } from './land';
import { noisePattern } from './noise';
import { picturePattern } from './picture';
import { rimPattern } from './rim';
import { scratchesPattern } from './scratches';
import { wearPattern } from './wear';

/** What drives the values of a surface from place to place. */
export const PATTERNS = [
  noisePattern,
  cellsPattern,
  cracksPattern,
  hammeredPattern,
  brushedPattern,
  scratchesPattern,
  gridPattern,
  dotsPattern,
  gradientPattern,
  wearPattern,
  rimPattern,
  landPattern,
  citiesPattern,
  picturePattern,
] as const;
export type PatternKind = (typeof PATTERNS)[number];
export type PatternKindName = PatternKind['kind'];

/** What a pattern begins with where its channels' defaults are not the best of it. */
export const PATTERN_STARTS: Partial<Record<PatternKindName, Record<string, number>>> = {
  cracks: { amount: 0.15, relief: -1 },
  hammered: { tints: 0, relief: -2, amount: 1, edge: 1 },
  brushed: { tints: 0.15, roughens: 0.15 },
  scratches: { amount: 0.25, tints: 0.2, roughens: 0.3, relief: -0.2 },
  grid: { amount: 0.12 },
  rim: { glows: 1 },
  land: { roughens: 0.4, relief: 4 },
  cities: { tints: 1, glows: 6 },
  picture: { tints: 1 },
};
