import { lengthOf, type LengthContext } from './lengths';
import { IDENTITY, multiply, translation, type Frame, type Matrix } from './transform';

/** A rectangle that a drawing, or a part of it, is fitted into. */
export interface Viewport {
  /** From the coordinates inside to those around it. */
  matrix: Matrix;
  /** Size of what is inside, in its own units: what percentages are of. */
  view: { width: number; height: number };
  /** What of the inside is seen, in its own units; null where that has no bounds. */
  seen: Frame | null;
}

type Attributes = Readonly<Record<string, string | undefined>>;

/** The four numbers of a viewBox; null where there is none, or one without extent. */
export function viewBoxOf(text: string | undefined): Frame | null {
  const [x, y, width, height] = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number) as [number, number, number, number];
  return [x, y, width, height].every(Number.isFinite) && width > 0 && height > 0 ? { x, y, width, height } : null;
}

const SHARES: Record<string, number> = { min: 0, mid: 0.5, max: 1 };

/** How a box is fitted into a place of some size (SVG 2, preserveAspectRatio). */
export function fitted(box: Frame, width: number, height: number, preserve: string | undefined): Matrix {
  const [sx, sy] = [width / box.width, height / box.height];
  const [align = 'xMidYMid', how = 'meet'] = (preserve ?? '')
    .trim()
    .replace(/^defer\s+/, '')
    .split(/\s+/)
    .filter(Boolean);
  if (align === 'none') return [sx, 0, 0, sy, -box.x * sx, -box.y * sy];
  const named = /^x(min|mid|max)y(min|mid|max)$/i.exec(align);
  const share = (i: number) => SHARES[(named?.[i] ?? 'mid').toLowerCase()] as number;
  const scale = how === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy);
  const [dx, dy] = [(width - box.width * scale) * share(1), (height - box.height * scale) * share(2)];
  return [scale, 0, 0, scale, dx - box.x * scale, dy - box.y * scale];
}

/** Where the contents of an inner svg or a symbol stand: they fill what they are in where no size is given. */
export function innerViewport(place: Attributes, { viewBox, preserveAspectRatio }: Attributes, context: LengthContext): Viewport {
  const [x, y] = [lengthOf(place.x, 'across', context), lengthOf(place.y, 'up', context)];
  const width = lengthOf(place.width, 'across', context, context.view.width);
  const height = lengthOf(place.height, 'up', context, context.view.height);
  const box = viewBoxOf(viewBox);
  const own = box ? fitted(box, width, height, preserveAspectRatio) : IDENTITY;
  const matrix = multiply(translation(x, y), own);
  const seen = { x: -own[4] / own[0], y: -own[5] / own[3], width: width / own[0], height: height / own[3] };
  return { matrix, view: box ?? { width, height }, seen };
}

/** What a drawing is fitted to that has no size of its own (CSS, default object size). */
const DEFAULT_VIEW = { width: 300, height: 150 };

/**
 * The outermost svg. A drawing keeps the units of its viewBox; only what is stretched unevenly is stretched here too.
 * @returns the viewport, and how many pixels its units are
 */
export function outerViewport({ width, height }: Attributes, { viewBox, preserveAspectRatio }: Attributes): Viewport & { pixels: number } {
  const context: LengthContext = { view: DEFAULT_VIEW, fontSize: 16 };
  const sizeOf = (text: string | undefined, axis: 'across' | 'up') => {
    const size = text?.trim().endsWith('%') ? NaN : lengthOf(text, axis, context, NaN);
    return size > 0 ? size : null;
  };
  const box = viewBoxOf(viewBox);
  const [w, h] = [sizeOf(width, 'across'), sizeOf(height, 'up')];
  if (!box) {
    const seen = w && h ? { x: 0, y: 0, width: w, height: h } : null;
    return { matrix: IDENTITY, view: seen ?? DEFAULT_VIEW, seen, pixels: 1 };
  }
  const across = w ?? (h ? (h * box.width) / box.height : box.width);
  const up = h ?? (across * box.height) / box.width;
  const [a, , , d, e, f] = fitted(box, across, up, preserveAspectRatio);
  const pixels = Math.min(a, d);
  return {
    matrix: [a / pixels, 0, 0, d / pixels, 0, 0],
    view: box,
    seen: { x: -e / a, y: -f / d, width: across / a, height: up / d },
    pixels,
  };
}
