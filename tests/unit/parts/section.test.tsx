/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { SectionView } from '@/parts/section-view/section-view';
import type { SectionPart, SectionShell } from '@/parts/section-view/section-grips';
import { windowOn, strokeOf } from '@/parts/section-view/section-geometry';
import { drag, HIGH, show, WIDE } from '../support/page';

const SHELL: SectionShell = {
  id: 'face',
  name: 'Face',
  hue: 40,
  from: -0.1,
  to: 0.1,
  offset: 0,
  bevelSize: 0.02,
  bevelHeight: 0.03,
  room: 1,
  inflated: false,
};
const BACK: SectionShell = { ...SHELL, id: 'back', name: 'Back', hue: 200, from: -0.2, to: -0.1, bevelSize: 0, bevelHeight: 0 };

/** A stroke 0.3 m wide, cut across: its bevel is 0.02 m in over the face and 0.03 m deep. */
const FACE_LOOP = [-0.15, -0.1, 0.15, -0.1, 0.15, 0.07, 0.13, 0.1, -0.13, 0.1, -0.15, 0.07];
const BACK_LOOP = [-0.15, -0.2, 0.15, -0.2, 0.15, -0.1, -0.15, -0.1];

function section(shells = [SHELL, BACK], selected = 'face') {
  const changes: { part: SectionPart; value: number; gesture: string }[] = [];
  const selections: string[] = [];
  const loops = [
    { shell: 0, loop: FACE_LOOP },
    { shell: 1, loop: BACK_LOOP },
  ];
  const shown = show(
    <SectionView
      unit="mm"
      shells={shells}
      loops={loops}
      selected={selected}
      onSelect={(id) => selections.push(id)}
      onChange={(part, value, gesture) => changes.push({ part, value, gesture })}
    />,
  );
  const view = windowOn(
    loops.map(({ loop }) => strokeOf(loop)),
    WIDE,
    HIGH,
  );
  /** A place of the section on the page. */
  const at = (s: number, z: number) => ({ x: (s - view.s) * view.scale + WIDE / 2, y: (view.z - z) * view.scale + HIGH / 2 });
  return { ...shown, changes, selections, at, last: () => changes.at(-1) };
}
const grip = (name: string) => screen.getByRole('slider', { name });

test('faces, offset and bevels of the selected shell are dragged, each in one gesture, to whole millimetres', async () => {
  const { user, at, changes, last } = section();
  await drag(user, grip('Face'), at(0, 0.1), at(0, 0.12), at(0, 0.1404));
  expect(last()).toMatchObject({ part: 'to', value: expect.closeTo(0.14, 9) });
  expect(new Set(changes.map(({ gesture }) => gesture)).size).toBe(1);
  await drag(user, grip('Offset'), at(0.15, 0), at(0.16, 0));
  expect(last()).toMatchObject({ part: 'offset', value: expect.closeTo(0.01, 9) });
  await drag(user, grip('Bevel size'), at(-0.13, 0.1), at(-0.12, 0.1));
  expect(last()).toMatchObject({ part: 'bevelSize', value: expect.closeTo(0.03, 9) });
  // Its lower edge is pulled down: the bevel grows.
  await drag(user, grip('Bevel height'), at(-0.15, 0.07), at(-0.15, 0.05));
  expect(last()).toMatchObject({ part: 'bevelHeight', value: expect.closeTo(0.05, 9) });
});

test('a face falls on the plane of another shell that it comes near to', async () => {
  const { user, at, last } = section();
  await drag(user, grip('Back'), at(0, -0.1), at(0, -0.15), at(0, -0.1985));
  expect(last()).toEqual(expect.objectContaining({ part: 'from', value: -0.2 }));
});

test('a shell is selected by its body and moved whole by it; a press that selects does not nudge it', async () => {
  const { user, at, selections, changes, container } = section();
  const [, back] = container.querySelectorAll('path');
  await drag(user, back as Element, at(0, -0.15), { x: at(0, -0.15).x + 2, y: at(0, -0.15).y });
  expect([selections, changes]).toEqual([['back'], []]);
  await drag(user, back as Element, at(0, -0.15), at(0, -0.05));
  expect(changes.at(-1)).toMatchObject({ part: 'place', value: expect.closeTo(0, 9) });
});

test('grips are moved by the arrow keys: a millimetre, ten with Shift, a tenth with Alt', async () => {
  const { user, changes } = section();
  act(() => grip('Bevel height').focus());
  await user.keyboard('{ArrowUp}{Shift>}{ArrowDown}{/Shift}{Alt>}{ArrowUp}{/Alt}');
  // The bevel grows downward: up makes it smaller.
  expect(changes.map(({ value }) => Math.round(value * 1e4) / 10)).toEqual([29, 40, 29.9]);
  expect(grip('Face').getAttribute('aria-valuetext')).toBe('100.0 mm');
});

test('dimensions are typed in the chosen unit: depth moves the back and leaves the face', async () => {
  const { user, last } = section();
  const depth = screen.getByRole('textbox', { name: 'Dimension: depth, mm' });
  await user.clear(depth);
  await user.type(depth, '250{Enter}');
  expect(last()).toMatchObject({ part: 'from', value: expect.closeTo(-0.15, 9) });
});

test('a skin has no planes to take hold of, and a shell without a bevel no bevel', () => {
  const { unmount } = section([{ ...SHELL, inflated: true }, BACK]);
  expect(screen.queryAllByRole('slider')).toEqual([]);
  unmount();
  section([SHELL, BACK], 'back');
  expect(screen.getAllByRole('slider').map((each) => each.getAttribute('aria-label'))).toEqual(['Face', 'Back', 'Offset']);
});
