import type { FallOrder } from '@/core/fall/solve-fall';

/** To the worker that solves falls: one order, once. */
export type ToFall = FallOrder;

export type FromFall =
  /** How far it is, from 0 to 1. */
  | { kind: 'solving'; share: number }
  /** The motion, packed. */
  | { kind: 'solved'; motion: string; bodies: number }
  /** Why it cannot be, in words. */
  | { kind: 'refused'; reason: string };
