import { z } from 'zod';
import type { OutputKind } from '../output-kind';
import { exr } from './exr';
import { jpeg } from './jpeg';
import { png } from './png';
import { dnxhrHqx, ffv1, mp4, prores422Hq, prores4444, webm, webm10 } from './videos';

/** Every kind of file that a render can be written as. */
export const OUTPUTS = [png, jpeg, exr, mp4, webm, webm10, prores422Hq, prores4444, dnxhrHqx, ffv1] as const;
export type OutputName = (typeof OUTPUTS)[number]['kind'];

/** A kind of file by its name. @throws RangeError for a name that is none */
export function outputNamed(name: OutputName): OutputKind {
  const found = OUTPUTS.find(({ kind }) => kind === name);
  if (!found) throw new RangeError(`No output ${name}`);
  return found as unknown as OutputKind;
}

type SchemaOf<T> = T extends { kind: infer K extends string; settings: z.ZodObject<infer S> }
  ? z.ZodObject<{ kind: z.ZodLiteral<K> } & S>
  : never;
type Schemas<T extends readonly unknown[]> = { -readonly [I in keyof T]: SchemaOf<T[I]> };

const schemas = OUTPUTS.map(({ kind, settings }) => z.object({ kind: z.literal(kind), ...settings.shape }));

/** A file that is wanted, with its settings. */
export const outputSchema = z.discriminatedUnion('kind', schemas as unknown as Schemas<typeof OUTPUTS>);
export type Output = z.infer<typeof outputSchema>;
/** One that is a picture for each frame. */
export type FrameOutput = Extract<Output, { kind: 'png' | 'jpeg' | 'exr' }>;
export type VideoOutput = Exclude<Output, FrameOutput>;

export const isOfFrames = (output: Output): output is FrameOutput => outputNamed(output.kind).of === 'frames';
export const isVideo = (output: Output): output is VideoOutput => !isOfFrames(output);

/** An output of a kind with all settings as they are where nothing is said. */
export const outputOfKind = <K extends OutputName>(kind: K): Extract<Output, { kind: K }> =>
  outputSchema.parse({ kind }) as Extract<Output, { kind: K }>;

/** Bits a colour that an output is written in. */
export const bitsOf = (output: Output): number => outputNamed(output.kind).bits(output as never);
