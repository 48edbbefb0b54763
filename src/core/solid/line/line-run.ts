import type { LineCap } from './line-caps';
import type { LineJoin, LinePath } from './line-path';
import type { LineSection, SectionBevel, SectionSide } from './line-section';

/** What a line is made of. Lengths in metres. */
export interface LineShape {
  /** Path data in metres, Y down. */
  d: string;
  join: LineJoin;
  section: LineSection;
  front: SectionBevel;
  back: SectionBevel;
  begins: LineCap;
  ends: LineCap;
  /** Length of a dash and of the gap after it; a gap of 0 leaves the line whole. */
  dash: number;
  gap: number;
  /** Paths are drawn one after another, or all at once. */
  inTurn: boolean;
  /** Side of the squares at its corners; 0 for none. */
  handles: number;
  /** Wider than it is said to be when it is drawn. */
  wider?: number;
}

/** A piece of a line that is one body: a dash, or a path as a whole. Its rings go where it is drawn. */
export interface LineTube {
  path: number;
  /** Which dash of its path; null for the whole of it. */
  dash: number | null;
  /** Rings between its ends, as many as ever lie in it. */
  rings: number;
}

/** What places the vertices of a line: all that stays the same as it is drawn. */
export interface LineRun {
  shape: Pick<LineShape, 'begins' | 'ends' | 'dash' | 'gap' | 'inTurn' | 'handles' | 'wider'>;
  paths: LinePath[];
  tubes: LineTube[];
  sides: SectionSide[];
  /** Corners at which squares stand. */
  corners: { path: number; s: number }[];
}
