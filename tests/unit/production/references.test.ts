import { addCarrier } from '@/core/production/edits/camera-edits';
import { addWordmark, removeMark } from '@/core/production/edits/mark-edits';
import { refersTo, retarget } from '@/core/production/edits/references';
import { allOwners } from '@/core/production/owners/owners';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';

/** A camera that rides on a mark, aims at it, is focused on it, racks to it and holds its size. */
function followed() {
  const production = emptyProduction('Followed', { width: 640, height: 360, rate: '25', length: 50 });
  const [mark, other] = ['LANTERN', 'DEEP'].map((words) => addWordmark(production, words)) as [string, string];
  const [camera] = production.cameras;
  if (!camera) throw new Error('no camera');
  const rideId = addCarrier(production, camera.id, 'ride');
  const ride = camera.carriers.find(({ id }) => id === rideId);
  if (ride?.kind !== 'ride') throw new Error('no ride');
  Object.assign(ride.settings, { markId: mark, letter: 2 });
  camera.aim.settings.markId = mark;
  Object.assign(camera.focus, { on: 'front', markId: mark, to: { on: 'nearest', markId: mark, point: { x: 0, y: 0, z: 0 } } });
  camera.hold.markId = mark;
  return { production, camera, ride, mark, other };
}
const mentions = (production: Production, id: string) => JSON.stringify(production.cameras).includes(`"${id}"`);

test('when a mark is gone nothing refers to it any more, and what was held on it is let go', () => {
  const { production, camera, ride, mark } = followed();
  removeMark(production, mark);
  expect(mentions(production, mark)).toBe(false);
  expect(ride.settings).toMatchObject({ markId: null, letter: null });
  expect(camera.focus).toMatchObject({ on: 'distance', markId: null, to: null });
  expect(productionSchema.safeParse(production).success).toBe(true);
});

test('another mark that goes changes nothing', () => {
  const { production, ride, mark, other } = followed();
  const before = JSON.stringify(production.cameras);
  removeMark(production, other);
  expect(JSON.stringify(production.cameras)).toBe(before);
  expect(ride.settings.markId).toBe(mark);
});

test('what is put in the place of a mark is followed from then on; a letter of its own is not guessed', () => {
  const { production, camera, ride, mark, other } = followed();
  retarget(production, 'marks', (id) => (id === mark ? other : id));
  expect([ride.settings.markId, camera.aim.settings.markId, camera.focus.markId, camera.focus.to?.markId, camera.hold.markId]).toEqual(
    Array<string>(5).fill(other),
  );
  expect(camera.focus.on).toBe('front');
  expect(ride.settings.letter).toBeNull();
});

test('an owner knows whether it refers to something', () => {
  const { production } = followed();
  const following = allOwners(production).filter((owner) => refersTo(owner, 'marks'));
  expect(following.map(({ kind }) => kind.kind).sort()).toEqual(['aim', 'ride']);
});
