import type { Matte } from '../matte-writer';
import type { FadePlane } from './fade';
import type { LaidPicture } from './laid-picture';
import type { PatternGround } from './pattern-table';
import type { Catching } from './surface-table';

/** What a slot is of: a mark or something of the set, by its id, and a region of it. */
export interface SlotOf {
  id: string;
  region: string;
}

/** What a look has beside its surface. */
export interface Features {
  /** What it is of. */
  of?: SlotOf;
  /** Opacity that changes along a line through the mark. */
  fade?: FadePlane | null;
  /** A picture that lies on it. */
  laid?: LaidPicture | null;
  /** Bits of the lights that light it. */
  lights?: number;
  /** What it is cut by: drawn where another mark is, or is not. */
  matte?: Matte | null;
  /** What only takes shadows and reflections. */
  catches?: Catching | null;
  /** Where patterns lie on it. */
  ground?: PatternGround | null;
  /** Parts of space that show or hide it, as rows of the table of patterns. */
  regions?: readonly (readonly number[])[];
  /** Where it has faded out, metres from its origin. */
  reach?: number;
  /** Whether it mirrors what stands on it. */
  isMirror?: boolean;
}
