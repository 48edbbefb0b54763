import type { z } from 'zod';
import { switchChannel } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import type { Values } from '../../../motion/readers';

/** Which light an effect takes: that of the scene, or what the display makes of it (sRGB code values). */
export type EffectSpace = 'scene' | 'display';

interface Effect<Kind extends string, C extends z.ZodObject, S extends z.ZodObject> {
  kind: Kind;
  label: string;
  channels: C;
  settings: S;
  space: EffectSpace;
  /** Whether it leaves a picture as it is, to the bit. */
  isNeutral(values: Values<z.output<C>>, settings: z.output<S>): boolean;
  /** How far beyond the frame it looks, in heights of the frame; not at all where this is left out. */
  reach?(values: Values<z.output<C>>): number;
}

export type EffectKind<Kind extends string = string, C extends z.ZodObject = z.ZodObject, S extends z.ZodObject = z.ZodObject> = OwnerKind<
  Kind,
  C,
  S
> &
  Pick<Effect<Kind, C, S>, 'space' | 'isNeutral' | 'reach'>;

/** A kind of effect: an owner of the finish that changes the picture. */
export const effect = <const Kind extends string, C extends z.ZodObject, S extends z.ZodObject>(
  kind: Effect<Kind, C, S>,
): EffectKind<Kind, C, S> => ({ ...kind, places: ['finish/*'] });

/** Every effect can be switched, at a key too. */
export const ON = { on: switchChannel({ label: 'On', rest: true }) };
