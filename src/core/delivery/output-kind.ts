import type { z } from 'zod';

/** What a kind of file begins with: bytes at a place. */
export interface FirstBytes {
  at: number;
  bytes: readonly number[];
}

/** What is known of a kind of file before it is written. */
export interface OutputKind<K extends string = string, S extends z.ZodObject = z.ZodObject> {
  kind: K;
  label: string;
  /** One file for each frame, or one for all of them. */
  of: 'frames' | 'video';
  /** What its files are called after the last dot. */
  extension: string;
  mediaType: string;
  /** From its specification. */
  firstBytes: readonly FirstBytes[];
  /** Who writes it: the browser, or an outside program that is found on the machine. */
  by: 'browser' | 'ffmpeg';
  /** Whether it can hold what is transparent. */
  holdsAlpha: boolean;
  /** Whether it takes a sound. */
  holdsSound: boolean;
  settings: S;
  /** Bits a colour that it is written in. */
  bits(settings: z.output<S>): number;
  /** Bytes a pixel that it takes at most: noise does not pack. */
  bytesAPixel(settings: z.output<S>, alpha: boolean): number;
}

/** Says a kind of file, with its settings typed. */
export const outputKind = <const K extends string, S extends z.ZodObject>(kind: OutputKind<K, S>): OutputKind<K, S> => kind;
