/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { jest } from '@jest/globals';
import { act, screen } from '@testing-library/react';
import type { PictureClient } from '@/parts/picture-client';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { LensNotices } from '@/rooms/views/lens-notices';
import { showIn } from '../support/workspace';

test('over the picture the weightiest is said: what is lost, what could not be built, what is being built, the free flight', async () => {
  const production = emptyProduction('Notices', { width: 1920, height: 1080, rate: '25', length: 100 });
  const id = addWordmark(production, 'LANTERN');
  const stopBuilding = jest.fn();
  const { view, user, container } = showIn(production, <LensNotices />, { picture: { stopBuilding } as unknown as PictureClient });
  const put = (state: Partial<ReturnType<typeof view.getState>>) => act(() => view.setState(state));
  // From the first moment it is said what is under way: no view is black without a word.
  expect(container.textContent).toBe('One mark still to be built');
  put({ facts: { [id]: { bounds: null, triangles: 0, missing: [], faults: [], letters: [], ends: [], font: null } } });
  expect(container.textContent).toBe('Drawing the first picture');
  put({ drawn: { samples: 1, of: 64, seconds: 0, focus: 8 } });
  expect(container.textContent).toBe('');

  put({ flight: { pose: new Array<number>(16).fill(0) as never, values: {} } });
  expect(container.textContent).toBe('Flying freely · Enter lands here, Escape goes back');
  put({ building: { [id]: { done: 3, of: 7 } } });
  expect(screen.getByRole('status').textContent).toBe('Building LANTERN, 3 of 7Stop');
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(stopBuilding).toHaveBeenCalledWith(id);
  put({ troubles: { [id]: 'Its font is not there.' } });
  expect(screen.getByRole('alert').textContent).toBe('Its font is not there.');
  put({ lost: 'The graphics card stopped answering.' });
  expect(screen.getByRole('alert').textContent).toBe('The graphics card stopped answering.');
});
