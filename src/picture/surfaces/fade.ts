import type { ShellState } from '@/core/frame/frame-state';
import type { Mat4 } from '@/core/space/matrix';

/** A fade as a solid sees it: share of the way = x·p.x + y·p.y + z·p.z + w in its own frame, and the opacities at both ends. */
export interface FadePlane {
  plane: readonly [number, number, number, number];
  start: number;
  end: number;
}

/** Brings a fade across a mark into the frame of a solid that stands in it. */
export function fadePlane({ angle, start, end, extent: { min, max } }: NonNullable<ShellState['fade']>, seat: Mat4): FadePlane {
  const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const across = [min[0], max[0]].flatMap((x) => [min[1], max[1]].map((y) => x * c + y * s));
  const from = Math.min(...across);
  const length = Math.max(1e-9, Math.max(...across) - from);
  const m = (i: number) => seat[i] as number;
  const share = (i: number) => (c * m(i) + s * m(i + 1)) / length;
  return { plane: [share(0), share(4), share(8), (c * m(12) + s * m(13) - from) / length], start, end };
}
