import { produce } from 'immer';
import { frameMotion, GAP_LIMIT } from '@/core/check/strobe';
import { addForm } from '@/core/production/edits/mark-edits';
import { splitShot } from '@/core/production/edits/shot-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { straightKey } from '../support/key';

const box = { min: [-0.01, -0.01, 0] as const, max: [0.01, 0.01, 0] as const };

/** A small mark that crosses the frame in so many seconds, at 24 fr/s with a shutter of 180°, through a camera that stands still. */
function crossing(seconds: number, shutterDeg = 180): Production {
  return produce(emptyProduction('Pan', { width: 1920, height: 1080, rate: '24', length: 49 }), (draft) => {
    addForm(draft, 'disc');
    draft.shutterDeg = shutterDeg;
    // At 8 m with 35 mm on 36 mm the frame is 36/35·8 m wide.
    const perFrame = ((36 / 35) * 8) / (seconds * 24);
    const [mark] = draft.marks;
    if (mark) mark.channels.x.keys = [straightKey(0, -24 * perFrame), straightKey(48, 24 * perFrame)];
  });
}
const middle = (production: Production) => [...frameMotion(production, () => box)].find(({ frame }) => frame === 24);

test('motion is pixels of the delivered raster a frame', () => {
  expect(middle(crossing(10))?.pixels).toBeCloseTo(1920 / 240, 2);
});

test('the seven-second rule: a frame’s width in 7 s at 24 fr/s and 180° is the limit (common practice)', () => {
  expect(middle(crossing(7.3))?.strobes).toBe(false);
  expect(middle(crossing(6.7))?.strobes).toBe(true);
  expect(GAP_LIMIT * 1920).toBeCloseTo(5.71, 2);
  // A longer shutter leaves a smaller gap; a whip is seen as blur.
  expect(middle(crossing(3, 340))?.strobes).toBe(false);
  expect(middle(crossing(0.3))?.strobes).toBe(false);
});

test('a cut is no motion', () => {
  const still = produce(emptyProduction('Cut', { width: 640, height: 360, rate: '25', length: 20 }), (draft) => {
    addForm(draft, 'disc');
    draft.cameras.push({ ...(JSON.parse(JSON.stringify(draft.cameras[0])) as Production['cameras'][number]), id: 'camera-2' });
    const orbit = draft.cameras[1]?.carriers[0];
    if (orbit?.kind === 'orbit') orbit.channels.azimuth.rest = 60;
    splitShot(draft, 10, 'camera-2');
  });
  expect(Math.max(...[...frameMotion(still, () => box)].map(({ pixels }) => pixels))).toBeLessThan(1e-6);
});
