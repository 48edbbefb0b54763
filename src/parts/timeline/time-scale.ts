import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { nominalRate } from '@/core/time/timecode';
import type { RateName } from '@/core/time/rate';

/** The part of the timeline that is in sight, in frames. */
export interface Span {
  from: number;
  to: number;
}

/** Pixels kept free at both ends. */
export const EDGE = 12;
const SHORTEST = 4;

export function timeScale(span: Span, width: number): ScaleLinear<number, number> {
  return scaleLinear([span.from, span.to], [EDGE, Math.max(EDGE + 1, width - EDGE)]);
}

/** Frames between labelled marks of the ruler, and between all marks, so that labels have room. */
export function rulerSteps(rate: RateName, pixelsPerFrame: number): { labelled: number; all: number } {
  const second = nominalRate(rate);
  const steps = [1, 2, 5, 10, second, 2 * second, 5 * second, 10 * second, 30 * second, 60 * second, 300 * second, 600 * second].sort(
    (a, b) => a - b,
  );
  const labelled = steps.find((step) => step * pixelsPerFrame >= 64) ?? (steps.at(-1) as number);
  const all = steps.find((step) => step * pixelsPerFrame >= 8 && labelled % step === 0) ?? labelled;
  return { labelled, all };
}

/** Zooms about a frame that stays in its place; the span never leaves the production. */
export function zoomed(span: Span, about: number, factor: number, last: number): Span {
  const size = Math.min(last, Math.max(SHORTEST, (span.to - span.from) * factor));
  const share = (about - span.from) / (span.to - span.from || 1);
  return placed({ from: about - share * size, to: about + (1 - share) * size }, last);
}

export function panned(span: Span, frames: number, last: number): Span {
  return placed({ from: span.from + frames, to: span.to + frames }, last);
}

function placed({ from, to }: Span, last: number): Span {
  const size = Math.min(last, to - from);
  const start = Math.max(0, Math.min(last - size, from));
  return { from: start, to: start + size };
}
