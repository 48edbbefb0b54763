/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { cameraPose } from '@/core/frame/camera-pose';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { positionOf } from '@/core/space/matrix';
import { CarrierBench } from '@/rooms/camera/carrier-bench';
import { FocusBench } from '@/rooms/camera/focus-bench';
import { MovesBench } from '@/rooms/camera/moves-bench';
import { useProduction } from '@/rooms/workspace/workspace';
import { key } from '../support/key';
import { showIn } from '../support/workspace';

function rigged(): Production {
  const production = emptyProduction('Rig', { width: 1920, height: 1080, rate: '25', length: 100 });
  addWordmark(production, 'LANTERN');
  addWordmark(production, 'DEEP');
  return production;
}
const onCamera = (Bench: typeof CarrierBench) =>
  function OnCamera() {
    const [camera] = useProduction((p) => p.cameras);
    return camera ? <Bench camera={camera} /> : null;
  };
const press = (name: string | RegExp) => screen.getByRole('button', { name });
/** Chooses from a list that opens. */
async function choose(user: ReturnType<typeof showIn>['user'], label: RegExp, option: string): Promise<void> {
  await user.click(screen.getByRole('button', { name: label }));
  await user.click(screen.getByRole('option', { name: option }));
}

describe('carriers', () => {
  const Bench = onCamera(CarrierBench);
  const kinds = (production: Production) => production.cameras[0]?.carriers.map(({ kind }) => kind);
  const eye = (production: Production) => {
    const [camera] = production.cameras;
    return camera ? positionOf(cameraPose(production, camera, 0, () => null)).map((v) => Math.round(v * 1e6) / 1e6) : [];
  };

  test('one is added, and chosen; it leaves the camera where it was', async () => {
    const { user, now, view } = showIn(rigged(), <Bench />);
    const before = eye(now());
    await user.click(press('+ Slide'));
    expect(kinds(now())).toEqual(['orbit', 'slide']);
    expect(view.getState().carrierId).toBe(now().cameras[0]?.carriers[1]?.id);
    expect(screen.getByRole('heading').textContent).toBe('Slide, carrier 2 of 2');
    expect(eye(now())).toEqual(before);
  });

  test('their order is changed, one is switched off at the frame and taken away; the last one stays', async () => {
    const { user, now } = showIn(rigged(), <Bench />);
    await user.click(press('+ Slide'));
    await user.click(press('Earlier'));
    expect(kinds(now())).toEqual(['slide', 'orbit']);
    await user.click(press('Switch off'));
    expect(now().cameras[0]?.carriers[0]?.channels.on.rest).toBe(false);
    expect(press('Switch on')).toBeDefined();
    await user.click(press('Remove'));
    expect(kinds(now())).toEqual(['orbit']);
    expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
  });

  test('a switch that is keyed is a field with the other channels, and says so at the frame', async () => {
    const production = rigged();
    const [orbit] = production.cameras[0]?.carriers ?? [];
    if (orbit) orbit.channels.on.keys = [key(0, true), key(40, false)];
    const { view } = showIn(production, <Bench />);
    const control = () => screen.getByRole<HTMLInputElement>('switch', { name: 'Orbit: on' });
    expect(control().checked).toBe(true);
    act(() => view.setState({ playhead: 40 }));
    expect(control().checked).toBe(false);
    expect(screen.getByRole('button', { name: 'Remove the key of Orbit: on here' })).toBeDefined();
  });
});

describe('focus', () => {
  const Bench = onCamera(FocusBench as typeof CarrierBench);
  const focus = (production: Production) => production.cameras[0]?.focus;

  test('on a mark takes the first there is, and another is chosen by name', async () => {
    const { user, now } = showIn(rigged(), <Bench />);
    await choose(user, /Focus on$/, 'a mark’s front');
    expect(focus(now())).toMatchObject({ on: 'front', markId: now().marks[0]?.id });
    await choose(user, /Mark$/, 'DEEP');
    expect(focus(now())?.markId).toBe(now().marks[1]?.id);
  });

  test('marks are not offered where there are none', async () => {
    const { user } = showIn(emptyProduction('None', rigged().format), <Bench />);
    await user.click(screen.getByRole('button', { name: /Focus on$/ }));
    expect(screen.getAllByRole('option').map(({ textContent }) => textContent)).toEqual([
      'a set distance',
      'a point',
      'what the axis meets',
    ]);
  });

  test('racks to a point that is as far away as it is sharp now', async () => {
    const { user, now } = showIn(rigged(), <Bench />);
    await user.click(screen.getByRole('checkbox', { name: 'racks to another target' }));
    const [camera] = now().cameras;
    if (!camera) throw new Error('no camera');
    const { x, y, z } = focus(now())?.to?.point ?? { x: NaN, y: NaN, z: NaN };
    const [ex, ey, ez] = positionOf(cameraPose(now(), camera, 0, () => null));
    const away = Math.hypot(x - (ex as number), y - (ey as number), z - (ez as number));
    expect(away).toBeCloseTo(camera.lens.channels.focusDistance.rest, 1);
    await user.click(screen.getByRole('checkbox', { name: 'racks to another target' }));
    expect(focus(now())?.to).toBeNull();
  });

  test('a point is picked in the lens view, or not after all', async () => {
    const { user, view } = showIn(rigged(), <Bench />);
    await choose(user, /Focus on$/, 'a point');
    await user.click(press('Pick the point in the lens view'));
    expect(view.getState().pickFocus).toBe('focus');
    await user.click(press(/Press on a surface/));
    expect(view.getState().pickFocus).toBeNull();
  });

  test('how deep it is sharp is the handbook’s depth of field', () => {
    const production = rigged();
    const [camera] = production.cameras;
    if (!camera) throw new Error('no camera');
    camera.lens.channels.focalLengthMm.rest = 50;
    camera.lens.channels.fStop.rest = 4;
    camera.lens.channels.focusDistance.rest = 5;
    showIn(production, <Bench />);
    // H = f²/(N c) + f, with c the diagonal over 1442 (0.03 mm on 36 × 24; common practice);
    // near = s (H − f)/(H + s − 2 f) (handbook tables of depth of field).
    const { width, height } = { width: 36, height: (36 * 9) / 16 };
    const c = Math.hypot(width, height) / 1442;
    const hyperfocal = (50 * 50) / (4 * c) + 50;
    const near = (5000 * (hyperfocal - 50)) / (hyperfocal + 5000 - 100) / 1000;
    const shown = screen.getByText(/–/).textContent?.split('–').map(Number) as [number, number];
    expect(screen.getByText(/^[\d.]+ m$/).textContent).toBe(`${(hyperfocal / 1000).toFixed(2)} m`);
    expect(shown[0]).toBeCloseTo(near, 2);
  });
});

describe('moves', () => {
  const Bench = onCamera(MovesBench);

  test('a drift is laid under the whole, on a carrier of its own', async () => {
    const { user, now, view } = showIn(rigged(), <Bench />);
    await user.click(press('Drift under frames 0–99'));
    const carriers = now().cameras[0]?.carriers ?? [];
    expect(carriers).toHaveLength(2);
    expect(view.getState().carrierId).toBe(carriers[1]?.id);
    const [camera] = now().cameras;
    if (!camera) throw new Error('no camera');
    const at = (frame: number) => positionOf(cameraPose(now(), camera, frame, () => null))[2] as number;
    // In by 0.3 m, as its field says, from the first frame to the last.
    expect(at(0) - at(99)).toBeCloseTo(0.3, 6);
  });

  test('under a move that is picked it goes as far as that', async () => {
    const production = rigged();
    const { view } = showIn(production, <Bench />);
    const id = production.cameras[0]?.carriers[0]?.id ?? '';
    act(() => view.setState({ pick: { kind: 'move', owner: `cameras/${production.cameras[0]?.id}/carriers/${id}`, from: 20, to: 60 } }));
    expect(press('Drift under frames 20–60')).toBeDefined();
    expect(press('Overlap what follows').hasAttribute('disabled')).toBe(false);
  });

  test('what needs a station that is picked says so until there is one', () => {
    showIn(rigged(), <Bench />);
    expect(press('Overlap what follows').hasAttribute('disabled')).toBe(true);
    expect(screen.getByText(/Pick a move or a station of this carrier/)).toBeDefined();
  });

  test('the pivot is put on what the lens is focused on, and the camera stays where it stands', async () => {
    const { user, now } = showIn(rigged(), <Bench />);
    const eye = () => positionOf(cameraPose(now(), now().cameras[0] as never, 0, () => null));
    const before = eye();
    await user.click(press('the focus'));
    const [orbit] = now().cameras[0]?.carriers ?? [];
    expect(orbit?.kind === 'orbit' && orbit.channels.radius.rest).toBeCloseTo(now().cameras[0]?.lens.channels.focusDistance.rest ?? NaN, 6);
    eye().forEach((value, i) => expect(value).toBeCloseTo(before[i] as number, 9));
  });
});
