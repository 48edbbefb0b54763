/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, waitFor } from '@testing-library/react';
import { coversIn } from '@/core/finish/covers';
import { evaluate } from '@/core/frame/evaluate';
import { addEffect } from '@/core/production/edits/effect-edits';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { OwnerBench } from '@/rooms/benches/owner-bench';
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
