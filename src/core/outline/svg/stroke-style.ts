import { dashing } from './dash';
import { lengthOf, type LengthContext } from './lengths';
import type { StrokeStyle } from './stroke';
import type { Style } from './style';

/** How an element's style strokes its lines. */
export function strokeStyle(style: Style, lengths: LengthContext): StrokeStyle {
  const join = style['stroke-linejoin'];
  const cap = style['stroke-linecap'];
  const width = lengthOf(style['stroke-width'], 'both', lengths, 1);
  const dashes = style['stroke-dasharray'] ?? 'none';
  const parts = dashes === 'none' ? [] : dashes.split(/[\s,]+/).filter(Boolean);
  return {
    width: Number.isNaN(width) ? 1 : width,
    join: join === 'round' || join === 'bevel' ? join : 'miter',
    cap: cap === 'round' || cap === 'square' ? cap : 'butt',
    miterLimit: Math.max(1, Number(style['stroke-miterlimit'] ?? 4) || 4),
    dashing: dashing(
      parts.map((part) => lengthOf(part, 'both', lengths)),
      lengthOf(style['stroke-dashoffset'], 'both', lengths),
    ),
  };
}
