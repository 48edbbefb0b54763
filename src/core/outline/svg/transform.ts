import svgpath from 'svgpath';
import { userLength } from './shapes';

/** An affine map as SVG writes it: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that applies `inner` first, then `outer`. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [p, q, r, s, t, u] = inner;
  return [a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, a * t + c * u + e, b * t + d * u + f];
}

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

/** The map that a list of transforms makes (SVG 2, the transform property): seen by where it takes three points. */
export function matrixOf(transforms: string): Matrix {
  if (!transforms.trim()) return IDENTITY;
  const seen: [number, number][] = [];
  svgpath('M0 0L1 0L0 1')
    .transform(transforms)
    .iterate(([, x, y]) => void seen.push([x as unknown as number, y as unknown as number]));
  const [[e, f], [ax, bx], [cx, dx]] = seen as [[number, number], [number, number], [number, number]];
  return [ax - e, bx - f, cx - e, dx - f, e, f];
}

/** Places the contents of an inner svg or symbol: its viewBox fitted into its width and height (SVG 2, xMidYMid meet). */
export function viewMatrix(box: string | undefined, width: string | undefined, height: string | undefined): Matrix {
  const [outerW, outerH] = [userLength(width), userLength(height)];
  const [x, y, w, h] = (box ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number) as [number, number, number, number];
  if (!(w > 0 && h > 0 && outerW > 0 && outerH > 0)) return IDENTITY;
  const scale = Math.min(outerW / w, outerH / h);
  return [scale, 0, 0, scale, (outerW - w * scale) / 2 - x * scale, (outerH - h * scale) / 2 - y * scale];
}

/** Path data that is placed by a map. */
export function placePath(d: string, matrix: Matrix): string {
  if (matrix.every((v, i) => v === IDENTITY[i])) return d;
  return svgpath(d)
    .abs()
    .unshort()
    .matrix([...matrix])
    .toString();
}
