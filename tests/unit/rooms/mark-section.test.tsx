/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { jest } from '@jest/globals';
import { act, screen } from '@testing-library/react';
import type { PictureClient } from '@/parts/picture-client';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { changeShell } from '@/core/production/edits/shell-edits';
import { emptyProduction } from '@/core/production/production';
import { MarkSection } from '@/rooms/shape/mark-section';
import { useProduction } from '@/rooms/workspace/workspace';
import { key } from '../support/key';
import { drag } from '../support/page';
import { showIn } from '../support/workspace';

const LOOP = [-0.15, -0.15, 0.15, -0.15, 0.15, 0.15, -0.15, 0.15];
const FACTS = { bounds: null, triangles: 0, missing: [], faults: [], letters: [], ends: [], font: null };

async function section() {
  const production = emptyProduction('Cut', { width: 1920, height: 1080, rate: '25', length: 100 });
  const id = addWordmark(production, 'I');
  function Bench() {
    const [mark] = useProduction((p) => p.marks);
    return mark ? <MarkSection mark={mark} /> : null;
  }
  const asked = jest.fn(() => Promise.resolve([{ shell: 0, loop: LOOP }]));
  const shown = showIn(production, <Bench />, { picture: { section: asked } as unknown as PictureClient });
  await screen.findByRole('slider', { name: 'Face' });
  const shell = () => shown.now().marks[0]?.shells[0];
  return { ...shown, id, asked, shell };
}

test('a drag of a face asks nothing until the mark is built anew, and then once', async () => {
  const { user, asked, shell, view, id } = await section();
  expect(asked).toHaveBeenCalledTimes(1);
  const before = shell()?.channels.to.rest as number;
  await drag(user, screen.getByRole('slider', { name: 'Face' }), { x: 300, y: 60 }, { x: 300, y: 40 }, { x: 300, y: 20 });
  expect(shell()?.channels.to.rest).toBeGreaterThan(before);
  expect(asked).toHaveBeenCalledTimes(1);
  await act(async () => view.setState({ facts: { [id]: FACTS } }));
  expect(asked).toHaveBeenCalledTimes(2);
});

test('a depth that is keyed gets its key at the playhead, and the other one stays as it is', async () => {
  const { user, shell, view, workspace, id } = await section();
  act(() =>
    workspace.documents.edit((draft) =>
      changeShell(draft, id, shell()?.id ?? '', ({ channels }) => {
        channels.to.keys = [key(0, 0.15), key(50, 0.15)];
      }),
    ),
  );
  const from = shell()?.channels.from;
  act(() => view.setState({ playhead: 20 }));
  const face = screen.getByRole('slider', { name: 'Face' });
  act(() => face.focus());
  await user.keyboard('{Shift>}{ArrowUp}{/Shift}');
  expect(shell()?.channels.to.keys.map(({ frame, value }) => [frame, Math.round(value * 1000) / 1000])).toEqual([
    [0, 0.15],
    [20, 0.16],
    [50, 0.15],
  ]);
  expect(shell()?.channels.from).toEqual(from);
});

test('the cut is placed in numbers, and asked for there', async () => {
  const { user, asked, view } = await section();
  const at = screen.getByRole('textbox', { name: /^Cut up/i });
  await user.clear(at);
  await user.type(at, '0.25{Enter}');
  expect(view.getState().cut.y).toBeCloseTo(0.25, 9);
  expect(asked).toHaveBeenLastCalledWith('mark-1', expect.objectContaining({ y: 0.25 }));
});
