/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, within } from '@testing-library/react';
import { evaluate } from '@/core/frame/evaluate';
import { addLight } from '@/core/production/edits/light-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { OwnerBench } from '@/rooms/benches/owner-bench';
import { retype } from '../support/page';
import { showIn } from '../support/workspace';

/** What is set of lights on the bench, and what comes of it in the state of a frame. */

const made = (...kinds: Parameters<typeof addLight>[1][]): Production => {
  const production = emptyProduction('Light', { width: 1920, height: 1080, rate: '25', length: 50 });
  addWordmark(production, 'KELP');
  production.lights = [];
  for (const kind of kinds) addLight(production, kind);
  return production;
};
const lightOf = (production: Production) => {
  const [light] = evaluate(production, 0, () => null).lights;
  if (!light) throw new Error('There is no light.');
  return light;
};
const sent = (production: Production) => lightOf(production).sent[1];

test('brightness is told in stops, lumens or watts; one stop doubles it, and so do twice the lumens', async () => {
  const { user, now } = showIn(made('area'), <OwnerBench path="lights/area-1" />);
  const typed = (name: RegExp, text: string) => retype(user, screen.getByRole('textbox', { name }), text);
  const before = sent(now());
  await typed(/^Over the middle/, '1');
  expect(sent(now()) / before).toBeCloseTo(2, 6);
  await user.click(screen.getByRole('radio', { name: 'lumens' }));
  expect(screen.queryByRole('textbox', { name: /^Over the middle/ })).toBeNull();
  await typed(/^Lumens/, '10000');
  const some = sent(now());
  await typed(/^Lumens/, '20000');
  expect(sent(now()) / some).toBeCloseTo(2, 6);
  await user.click(screen.getByRole('radio', { name: 'watts' }));
  expect(screen.getByRole('textbox', { name: /^Watts of a black body/ })).toBeTruthy();
  // What a black body gives of its watts goes by how hot it is: that is asked for, though the colour is told by another.
  expect(screen.getByRole('textbox', { name: /^Kelvin/ })).toBeTruthy();
});

test('a sun is told in lux, by its way and height, and stands nowhere', async () => {
  const { user, now } = showIn(made('sun'), <OwnerBench path="lights/sun-1" />);
  await user.click(screen.getByRole('radio', { name: 'lux' }));
  expect(screen.getByRole('textbox', { name: /^Lux/ })).toBeTruthy();
  expect(screen.queryByRole('textbox', { name: /^Toward/ })).toBeNull();
  await retype(user, screen.getByRole('textbox', { name: /^Height/ }), '90');
  // Straight above: it shines down.
  const { pose } = lightOf(now());
  expect(-(pose[9] ?? 0)).toBeCloseTo(-1, 6);
});

test('the colour goes by kelvin: a cooler black body is redder (Planck)', async () => {
  const { user, now } = showIn(made('point'), <OwnerBench path="lights/point-1" />);
  await user.click(screen.getByRole('radio', { name: 'kelvin' }));
  const redness = async (kelvin: string) => {
    await retype(user, screen.getByRole('textbox', { name: /^Kelvin/ }), kelvin);
    const [r, , b] = lightOf(now()).sent;
    return r / b;
  };
  expect(await redness('2700')).toBeGreaterThan(2 * (await redness('6500')));
});

test('a light is carried by a camera or a mark, and by nothing again', async () => {
  const { user, now } = showIn(made('spot'), <OwnerBench path="lights/spot-1" />);
  const carriedBy = async (name: string) => {
    await user.click(screen.getByRole('button', { name: /Carried by$/ }));
    await user.click(await screen.findByRole('option', { name }));
    return now().lights[0]?.settings.bearer;
  };
  expect(await carriedBy('KELP')).toMatchObject({ kind: 'mark', markId: 'mark-1', cameraId: null });
  expect(await carriedBy(now().cameras[0]?.name ?? '')).toMatchObject({ kind: 'camera', markId: null, cameraId: now().cameras[0]?.id });
  expect(await carriedBy('nothing')).toMatchObject({ kind: 'nothing', markId: null, cameraId: null });
});

test('a copy stands beside it and is selected; what is removed comes back by undo', async () => {
  const { user, now, view, workspace } = showIn(made('strip'), <OwnerBench path="lights/strip-1" />);
  await user.click(screen.getByRole('button', { name: 'Copy of this light' }));
  const [first, second] = now().lights as [Production['lights'][number], Production['lights'][number]];
  expect(view.getState().selection).toEqual({ kind: 'owner', id: `lights/${second.id}` });
  const x = ({ channels }: Production['lights'][number]) => ('x' in channels ? channels.x.rest : NaN);
  expect(x(second) - x(first)).toBeCloseTo(0.5, 9);
  await user.click(screen.getByRole('button', { name: 'Remove this light' }));
  expect(now().lights.map(({ id }) => id)).toEqual([second.id]);
  expect(view.getState().selection).toBeNull();
  act(() => workspace.documents.undo());
  expect(now().lights).toHaveLength(2);
});

test('one is looked at alone, or all but it, and all of them again', async () => {
  const { user, view } = showIn(made('area', 'point'), <OwnerBench path="lights/area-1" />);
  await user.click(screen.getByRole('button', { name: 'alone' }));
  const alone = view.getState().soloed;
  expect(alone?.path).toBe('lights/area-1');
  await user.click(screen.getByRole('button', { name: 'all but it' }));
  expect(view.getState().soloed).not.toEqual(alone);
  await user.click(screen.getByRole('button', { name: 'all but it' }));
  expect(view.getState().soloed).toBeNull();
});

describe('surroundings', () => {
  test('that ship are put in the place of those that are there, by their name', async () => {
    const { user, now } = showIn(made(), <OwnerBench path={`domes/${made().domes[0]?.id ?? ''}`} />);
    const tray = screen.getByRole('group', { name: 'Surroundings that ship' });
    const before = now().domes[0];
    const other = within(tray)
      .getAllByRole('button')
      .find((each) => each.getAttribute('aria-pressed') === 'false') as HTMLElement;
    await user.click(other);
    expect(now().domes).toHaveLength(1);
    expect(now().domes[0]?.name).toBe(other.textContent);
    expect(now().domes[0]?.elements).not.toEqual(before?.elements);
    expect(other.getAttribute('aria-pressed')).toBe('true');
  });

  test('are two at most: the second is added beside the first, and removed again', async () => {
    const [first] = made().domes;
    const { user, now, view } = showIn(made(), <OwnerBench path={`domes/${first?.id ?? ''}`} />);
    await user.click(screen.getByRole('button', { name: 'Second surroundings' }));
    expect(now().domes).toHaveLength(2);
    expect(view.getState().selection).toEqual({ kind: 'owner', id: `domes/${now().domes[1]?.id ?? ''}` });
    await user.click(screen.getByRole('button', { name: 'Remove these' }));
    expect(now().domes.map(({ id }) => id)).not.toContain(first?.id);
  });
});
