import type { EffectState } from '../frame/frame-state';
import { effectKind, type AnyEffectKind } from '../production/owners/effects/effects';

/** The effects of a state that change its picture, each with what is known of its kind, in their order. */
export const actingEffects = (finish: readonly EffectState[]): { effect: EffectState; kind: AnyEffectKind }[] =>
  finish.flatMap((effect) => {
    const kind = effectKind(effect.kind);
    return kind && !kind.isNeutral(effect.values as never, effect.settings as never) ? [{ effect, kind }] : [];
  });

/** A state whose picture is looked at for itself: no effect changes it. */
export const withoutEffects = <S extends { finish: readonly EffectState[] }>(state: S): S => ({
  ...state,
  finish: state.finish.filter(({ kind }) => kind === 'display'),
});

/** A margin is as many heights of the frame as these, the least that holds what effects look at; more than the last is not drawn. */
const MARGINS = [0, 0.0625, 0.125, 0.25] as const;

/**
 * How much is drawn beyond the frame for the effects of a state, in heights of it: in steps, so that it hardly changes while a value is
 * dragged.
 */
export function marginOf(finish: readonly EffectState[]): number {
  const wanted = Math.max(0, ...actingEffects(finish).map(({ effect, kind }) => kind.reach?.(effect.values as never) ?? 0));
  return MARGINS.find((margin) => margin >= wanted) ?? (MARGINS.at(-1) as number);
}
