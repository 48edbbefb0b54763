import type { SectionLoop } from '@/core/solid/section';

/** A stroke of the mark as the cut meets it: one shell's closed line with what is needed to take hold of it. */
export interface Stroke {
  loop: SectionLoop;
  /** Extent along the cut, metres. */
  left: number;
  right: number;
  /** Where the front's face begins and ends along the cut; equal where it ends in a ridge. */
  faceLeft: number;
  faceRight: number;
  bottom: number;
  top: number;
}

const NEAR = 1e-4;

export function strokeOf(loop: SectionLoop): Stroke {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < loop.length; i += 2) {
    left = Math.min(left, loop[i] as number);
    right = Math.max(right, loop[i] as number);
    bottom = Math.min(bottom, loop[i + 1] as number);
    top = Math.max(top, loop[i + 1] as number);
  }
  let [faceLeft, faceRight] = [Infinity, -Infinity];
  for (let i = 0; i < loop.length; i += 2) {
    if ((loop[i + 1] as number) < top - NEAR) continue;
    faceLeft = Math.min(faceLeft, loop[i] as number);
    faceRight = Math.max(faceRight, loop[i] as number);
  }
  return { loop, left, right, faceLeft, faceRight, bottom, top };
}

/** The window of the section: metres at the middle, and pixels a metre. */
export interface SectionWindow {
  s: number;
  z: number;
  scale: number;
}

/** The window that shows one stroke of a mark whole, with its neighbours' edges: the widest one nearest to the cut's own point. */
export function windowOn(strokes: readonly Stroke[], width: number, height: number): SectionWindow {
  const nearest = [...strokes].sort((a, b) => Math.abs(a.left + a.right) - Math.abs(b.left + b.right))[0];
  if (!nearest || width < 1) return { s: 0, z: 0, scale: 400 };
  const over = strokes.filter((stroke) => stroke.left < nearest.right && stroke.right > nearest.left);
  const [left, right] = [Math.min(...over.map((o) => o.left)), Math.max(...over.map((o) => o.right))];
  const [bottom, top] = [Math.min(...over.map((o) => o.bottom)), Math.max(...over.map((o) => o.top))];
  const scale = Math.min((0.5 * width) / Math.max(right - left, 0.01), (0.62 * height) / Math.max(top - bottom, 0.01));
  return { s: (left + right) / 2, z: (bottom + top) / 2, scale };
}

/** Pixels that a shell keeps from the window's edge. */
const MARGIN = 14;

/** A window that shows a stroke whole: the one given where it does, else moved and, where it must be, wider. */
export function keptInside({ s, z, scale }: SectionWindow, stroke: Stroke, width: number, height: number): SectionWindow {
  const [w, h] = [Math.max(1, width - 2 * MARGIN), Math.max(1, height - 2 * MARGIN)];
  const kept = Math.min(scale, w / Math.max(stroke.right - stroke.left, 1e-6), h / Math.max(stroke.top - stroke.bottom, 1e-6));
  const into = (at: number, low: number, high: number, room: number) => Math.max(high - room / 2, Math.min(low + room / 2, at));
  return { s: into(s, stroke.left, stroke.right, w / kept), z: into(z, stroke.bottom, stroke.top, h / kept), scale: kept };
}

/** Rounded to whole millimetres, or to a plane of another shell when one is within reach. Metres. */
export function onPlane(value: number, planes: readonly number[], reach: number): number {
  const plane = planes.find((p) => Math.abs(p - value) < reach);
  return plane ?? Math.round(value * 1000) / 1000;
}
