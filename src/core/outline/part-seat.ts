import { invertRigid, panTiltRoll, product, translation, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';

/** A part of a mark as it is set: a letter, or a path of a drawing. */
export interface PartSeat {
  middle: Vec3;
  /** What moves it: the place of its run, or of itself, among what of the mark can move; -1 for nothing. */
  own: number;
  /** Frame in which that moves and turns it: about its middle, that of its run, or along arcs and rings about its own. */
  home: Mat4;
  /** Word and line that it stands in, counted from 0; of a drawing or model all are one. */
  word: number;
  line: number;
  /** Height of its baseline over its middle, metres: 0 for what has none. */
  baseline: number;
  /** Nothing of it is seen: a space. */
  isBlank: boolean;
}

/** What a part has that is no letter. */
export const NO_LETTER = { word: 0, line: 0, baseline: 0, isBlank: false } as const;

/** Where a part stands beside where it is set: metres, and degrees about its middle. */
export type PartPlace = Readonly<Record<'x' | 'y' | 'z' | 'pan' | 'tilt' | 'roll', number>>;

/** What takes a part from where it is set to where it is moved, in the frame of the mark. */
export const partPose = ({ home }: Pick<PartSeat, 'home'>, { x, y, z, pan, tilt, roll }: PartPlace): Mat4 =>
  product(home, translation(x, y, z), panTiltRoll(pan, tilt, roll), invertRigid(home));
