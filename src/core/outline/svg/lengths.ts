/** Sizes that lengths refer to. */
export interface LengthContext {
  /** Size of the nearest viewport in user units: what percentages are of. */
  view: { width: number; height: number };
  /** Size of the font in user units: what em is. */
  fontSize: number;
}

/** What a percentage is of: the width, the height, or the diagonal over √2 (SVG 2, units). */
export type Axis = 'across' | 'up' | 'both';

/** Sizes of the absolute units in user units (CSS Values and Units: 96 to the inch). */
const UNITS: Record<string, number> = { px: 1, in: 96, cm: 96 / 2.54, mm: 96 / 25.4, q: 96 / 101.6, pt: 96 / 72, pc: 16, '': 1 };
const ROOT_FONT = 16;
const NUMBER = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i;

function unitSize(unit: string, axis: Axis, { view: { width, height }, fontSize }: LengthContext): number | undefined {
  switch (unit) {
    case '%':
      return (axis === 'across' ? width : axis === 'up' ? height : Math.hypot(width, height) / Math.SQRT2) / 100;
    case 'em':
      return fontSize;
    case 'ex':
    case 'ch':
      // Without a font at hand half an em stands for them, as CSS Values and Units has it.
      return fontSize / 2;
    case 'rem':
      return ROOT_FONT;
    default:
      return UNITS[unit];
  }
}

/** A length in user units; NaN for one that is none, `absent` where it is not given, or is left to the drawing (auto). */
export function lengthOf(text: string | undefined, axis: Axis, context: LengthContext, absent = 0): number {
  if (text === undefined || text.trim() === 'auto') return absent;
  const match = NUMBER.exec(text);
  const unit = match && unitSize((match[2] ?? '').toLowerCase(), axis, context);
  return match && unit !== undefined && unit !== null ? Number(match[1]) * unit : NaN;
}

/** Turns of an angle's units. */
const TURNS: Record<string, number> = { deg: 1 / 360, '': 1 / 360, grad: 1 / 400, rad: 1 / (2 * Math.PI), turn: 1 };

/** An angle in degrees; NaN for one that is none. */
export function angleOf(text: string): number {
  const match = NUMBER.exec(text);
  const turns = match && TURNS[(match[2] ?? '').toLowerCase()];
  return match && turns !== undefined && turns !== null ? Number(match[1]) * turns * 360 : NaN;
}
