/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, waitFor, within } from '@testing-library/react';
import { CURVE_PLACES, type CurveOf } from '@/core/colour/tone-curves';
import { coversIn } from '@/core/finish/covers';
import { evaluate } from '@/core/frame/evaluate';
import { addEffect } from '@/core/production/edits/effect-edits';
import { makeFinishKit } from '@/core/production/edits/finish-kits';
import { addForm } from '@/core/production/edits/mark-edits';
import { kitSchema } from '@/core/production/kits';
import { emptyProduction, type Production } from '@/core/production/production';
import { keys } from '@/demo/keys';
import { pointName } from '@/core/production/owners/effects/curves';
import { OwnerBench } from '@/rooms/benches/owner-bench';
import { EffectStrip } from '@/rooms/finish/effect-strip';
import { FinishKits } from '@/rooms/finish/finish-kits';
import { serving } from '../support/server';
import { showIn } from '../support/workspace';

const made = (...kinds: Parameters<typeof addEffect>[1][]): Production => {
  const production = emptyProduction('Finish', { width: 1920, height: 1080, rate: '25', length: 100 });
  for (const form of ['star', 'ring'] as const) addForm(production, form);
  for (const kind of kinds) addEffect(production, kind);
  return production;
};
const coversOf = (production: Production) => coversIn(evaluate(production, 0, () => null).finish);

test('a glow takes all of the picture, marks, or those that are ticked, in steps of undo', async () => {
  const { user, now, workspace } = showIn(made('glow'), <OwnerBench path="finish/glow-1" />);
  const [star, ring] = now().marks as [Production['marks'][number], Production['marks'][number]];
  expect(coversOf(now())).toEqual([]);
  await user.click(screen.getByRole('radio', { name: 'these marks' }));
  await user.click(screen.getByRole('checkbox', { name: ring.name }));
  expect(coversOf(now())[0]?.marks).toEqual(new Set([ring.id]));
  await user.click(screen.getByRole('checkbox', { name: star.name }));
  await user.click(screen.getByRole('checkbox', { name: ring.name }));
  expect(coversOf(now())[0]?.marks).toEqual(new Set([star.id]));
  act(() => workspace.documents.undo());
  expect(coversOf(now())[0]?.marks).toEqual(new Set([star.id, ring.id]));
  await user.click(screen.getByRole('radio', { name: 'all of it' }));
  expect(coversOf(now())).toEqual([]);
});

test('an edge glow goes by marks, and cannot be one of the whole picture', () => {
  showIn(made('edge-glow'), <OwnerBench path="finish/edge-glow-1" />);
  expect(screen.getByRole('radio', { name: 'marks' }).getAttribute('aria-checked')).toBe('true');
  expect(screen.queryByRole('radio', { name: 'all of it' })).toBeNull();
});

test('a curve is bent by the keyboard and put straight again, each colour apart from the others', async () => {
  const { user, now, workspace } = showIn(made('curves'), <OwnerBench path="finish/curves-1" />);
  const channels = () => now().finish.find(({ kind }) => kind === 'curves')?.channels as unknown as Record<string, { rest: number }>;
  const values = (of: CurveOf) => CURVE_PLACES.map((_, i) => channels()[pointName(of, i)]?.rest);
  await user.click(screen.getByRole('radio', { name: 'red' }));
  act(() => screen.getByRole('slider', { name: 'Curve of red at 50 %' }).focus());
  await user.keyboard('{Shift>}{ArrowUp}{/Shift}{ArrowUp}{ArrowUp}');
  expect(values('red')).toEqual([0, 0.25, 0.56, 0.75, 1]);
  expect(values('all')).toEqual([0, 0.25, 0.5, 0.75, 1]);
  expect(screen.getByRole('slider', { name: 'Curve of red at 50 %' }).getAttribute('aria-valuenow')).toBe('56');
  // What was bent by keys that follow one another is one step.
  act(() => workspace.documents.undo());
  expect(values('red')).toEqual([...CURVE_PLACES]);
  act(() => workspace.documents.redo());
  await user.keyboard('{Delete}');
  expect(values('red')).toEqual([...CURVE_PLACES]);
  // No higher than white, no lower than black.
  act(() => screen.getByRole('slider', { name: 'Curve of red at 100 %' }).focus());
  await user.keyboard('{Shift>}{ArrowUp}{/Shift}');
  expect(values('red')).toEqual([...CURVE_PLACES]);
});

test('a finish is saved as a kit by its name, put on again, and put on the shelf', async () => {
  const { user, now, workspace } = showIn(made('vignette'), <FinishKits />);
  const asked = serving({
    'GET /api/kits': { kits: [] },
    'POST /api/kits': ({ json }: { json: unknown }) => ({ ...(json as object), id: 'shelved' }),
  });
  await user.click(screen.getByRole('button', { name: /^Kit of finish/ }));
  await user.type(screen.getByRole('textbox', { name: 'Name of a new kit' }), 'Deep water{Enter}');
  expect(now().kits).toMatchObject([{ name: 'Deep water', finish: [{ kind: 'display' }, { kind: 'vignette' }] }]);
  act(() => workspace.documents.edit((draft) => void addEffect(draft, 'grain')));
  await user.click(screen.getByRole('button', { name: 'Put it on the picture' }));
  expect(now().finish.map(({ kind }) => kind)).toEqual(['display', 'vignette']);
  await user.click(screen.getByRole('button', { name: 'Put on the shelf' }));
  await waitFor(() => expect(now().kits.map(({ id }) => id)).toEqual(['shelved']));
  expect(asked.find(({ method }) => method === 'POST')?.json).toMatchObject({ name: 'Deep water', finish: [{}, {}] });
});

test('a kit from the shelf is put on the picture and joins the production; it is deleted here and put on again by undo', async () => {
  const from = made('balance', 'bars');
  const kit = kitSchema.parse({ id: 'shelved', name: 'Evening', shells: [], frames: 100, finish: from.finish });
  const { user, now, workspace, view } = showIn(made('vignette'), <FinishKits />, {}, { 'GET /api/kits': { kits: [kit] } });
  await user.click(await screen.findByRole('button', { name: /^Kit of finish/ }));
  await user.click(await screen.findByRole('button', { name: 'Put it on the picture' }));
  const kinds = () => now().finish.map((each) => each.kind);
  expect(kinds()).toEqual(from.finish.map((each) => each.kind));
  expect(now().kits.map(({ id }) => id)).toEqual(['shelved']);
  expect(view.getState().selection).toEqual({ kind: 'owner', id: 'finish/display' });
  await user.click(screen.getByRole('button', { name: 'Delete the kit here' }));
  expect(now().kits).toEqual([]);
  expect(kinds()).toEqual(from.finish.map((each) => each.kind));
  act(() => workspace.documents.undo());
  expect(now().kits.map(({ id }) => id)).toEqual(['shelved']);
  act(() => workspace.documents.undo());
  expect(kinds()).toEqual(['display', 'vignette']);
});

test('where a production keeps as many kits as it can, that is said in the place of a name for another', async () => {
  const full = made('vignette');
  while (makeFinishKit(full, 'Evening'));
  const { user } = showIn(full, <FinishKits />);
  await user.click(screen.getByRole('button', { name: /^Kit of finish/ }));
  expect(screen.getByText(/at most 40 kits/)).toBeTruthy();
  expect(screen.queryByRole('textbox', { name: 'Name of a new kit' })).toBeNull();
});

describe('the strip of effects', () => {
  const names = () =>
    within(screen.getByRole('group', { name: /^Effects in the order/ }))
      .getAllByRole('button')
      .map(({ textContent }) => textContent);

  test('puts each that is added where light takes it, whenever it is added, and selects it', async () => {
    const { user, now, view } = showIn(made('vignette'), <EffectStrip />);
    for (const name of ['Grain', 'Glow']) {
      await user.click(screen.getByRole('button', { name: /Effect$/ }));
      await user.click(await screen.findByRole('menuitem', { name }));
    }
    expect(names().slice(0, -1)).toEqual(['Picturedisplay', 'Glowon', 'Vignetteon', 'Grainon']);
    const glow = now().finish.find(({ kind }) => kind === 'glow');
    expect(view.getState().selection).toEqual({ kind: 'owner', id: `finish/${glow?.id ?? ''}` });
    await user.click(screen.getByRole('button', { name: /^Vignette/ }));
    expect(screen.getByRole('button', { name: /^Vignette/ }).getAttribute('aria-pressed')).toBe('true');
  });

  test('says which are off, keyed, or looked at alone', () => {
    const { view, workspace, now } = showIn(made('vignette', 'grain', 'glow'), <EffectStrip />);
    const change = (kind: string, recipe: (owner: Production['finish'][number]) => void) =>
      act(() =>
        workspace.documents.edit((draft) => {
          for (const owner of draft.finish) if (owner.kind === kind) recipe(owner);
        }),
      );
    change('vignette', (owner) => {
      if (owner.kind === 'vignette') owner.channels.on.rest = false;
    });
    change('grain', (owner) => {
      if (owner.kind === 'grain') owner.channels.amount.keys = keys([[0, 0.01]]);
    });
    const id = now().finish.find(({ kind }) => kind === 'glow')?.id ?? null;
    act(() => view.setState({ onlyEffect: id }));
    expect(names().slice(0, -1)).toEqual(['Picturedisplay', 'Glowalone', 'Vignetteoff', 'Grainkeyed']);
  });
});
