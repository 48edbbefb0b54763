import { produce } from 'immer';
import { marginOf, actingEffects } from '@/core/finish/reach';
import { evaluate } from '@/core/frame/evaluate';
import { addEffect, effectsOf, moveEffect, removeEffect } from '@/core/production/edits/effect-edits';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { straightKey } from '../support/key';

const made = (recipe: (draft: Production) => void): Production =>
  produce(emptyProduction('Effects', { width: 320, height: 180, rate: '25', length: 50 }), recipe);
const kinds = (production: Production) => effectsOf(production).map(({ kind }) => kind);

test('effects are added in the order in which light takes them, moved by hand, and taken out; the display stays', () => {
  const production = made((draft) => {
    for (const kind of ['grain', 'glow', 'vignette', 'lens-flaws'] as const) addEffect(draft, kind);
  });
  expect(kinds(production)).toEqual(['glow', 'lens-flaws', 'vignette', 'grain']);
  const moved = produce(production, (draft) => moveEffect(draft, 'vignette-1', -1));
  expect(kinds(moved)).toEqual(['glow', 'vignette', 'lens-flaws', 'grain']);
  const fewer = produce(moved, (draft) => {
    removeEffect(draft, 'glow-1');
    removeEffect(draft, 'display');
  });
  expect(kinds(fewer)).toEqual(['vignette', 'lens-flaws', 'grain']);
  expect(fewer.finish.some(({ kind }) => kind === 'display')).toBe(true);
  expect(productionSchema.parse(fewer)).toEqual(fewer);
});

test('each kind does something as it is added, but for those that are set first; switched off at a key it does nothing', () => {
  const SET_FIRST = ['colour-table', 'contrast', 'balance', 'curves', 'fade'];
  for (const { kind } of EFFECTS) {
    const production = made((draft) => {
      addEffect(draft, kind);
      const [effect] = effectsOf(draft);
      if (effect)
        effect.channels.on.keys = [straightKey(0, 1), straightKey(25, 0)].map((key) => ({
          ...key,
          value: key.value > 0,
          join: 'held' as const,
        }));
    });
    const acting = (frame: number) => actingEffects(evaluate(production, frame / 25, () => null).finish).length;
    expect(acting(10)).toBe(SET_FIRST.includes(kind) ? 0 : 1);
    expect(acting(30)).toBe(0);
  }
});

test('as much is drawn beyond the frame as effects look there, in steps, and nothing where none does', () => {
  const margin = (recipe: (draft: Production) => void) => marginOf(evaluate(made(recipe), 0, () => null).finish);
  expect(margin(() => undefined)).toBe(0);
  expect(margin((draft) => void addEffect(draft, 'vignette'))).toBe(0);
  const glowing = (size: number) => (draft: Production) => {
    addEffect(draft, 'glow');
    const [glow] = effectsOf(draft);
    if (glow?.kind === 'glow') glow.channels.size.rest = size;
  };
  expect(margin(glowing(0.02))).toBe(0.0625);
  expect(margin(glowing(0.12))).toBe(0.125);
  // More than a quarter of the height is never drawn.
  expect(margin(glowing(0.9))).toBe(0.25);
});
