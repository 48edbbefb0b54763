import Rapier from '@dimforge/rapier3d-compat';
import { produce } from 'immer';
import { frameMotion, GAP_LIMIT } from '@/core/check/strobe';
import { buildMark } from '@/core/frame/solids/build-mark';
import { carrierSchema } from '@/core/production/camera';
import { at } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { keepSolved, setFallOf } from '@/core/production/edits/fall-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { splitShot } from '@/core/production/edits/shot-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { solidProbe } from '@/picture/solid-probe';
import { solvedFall } from '../../support/solved-fall';
import { packagedTypeface } from '../support/fonts';
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

/** A letter of 1 m seen from 1.5 m with 100 mm on 36 mm: 0.54 m of it fill the frame, so all corners of its box lie far outside. */
function closeUp(): Production {
  return produce(emptyProduction('Close', { width: 1920, height: 1080, rate: '25', length: 30 }), (draft) => {
    addForm(draft, 'plate');
    const [camera] = draft.cameras;
    const orbit = camera?.carriers[0];
    if (!camera || orbit?.kind !== 'orbit') throw new Error('no orbit');
    camera.lens.channels.focalLengthMm.rest = 100;
    orbit.channels.radius.rest = 1.5 + 0.14;
    // A slide past it by 0.0515 m a frame.
    camera.carriers.unshift(
      carrierSchema.parse({
        id: 'past',
        kind: 'slide',
        channels: { x: { keys: [straightKey(0, -0.3), straightKey(20, -0.3 + 20 * 0.0515)] } },
      }),
    );
  });
}

test('a slide past a close-up is seen by the surface in view: 0.0515 m a frame at 1.5 m with 100 mm are 183 pixels', () => {
  const production = closeUp();
  const [mark] = production.marks;
  const solids = mark && buildMark(mark, []);
  const boundsOf = () => solids?.bounds;
  const probe = solidProbe(() => solids);
  // By similar triangles: 0.0515 m · 100 mm / 1.5 m on 36 mm of sensor, which are 1920 pixels.
  const wanted = (((0.0515 * 100) / 1.5) * 1920) / 36;
  expect(wanted).toBeCloseTo(183, 0);
  const found = [...frameMotion(production, boundsOf, 1, probe)][5]?.pixels ?? 0;
  expect(Math.abs(found / wanted - 1)).toBeLessThan(0.01);
  // Boxes stand in for surfaces that are not built yet.
  expect(Math.abs(([...frameMotion(production, boundsOf)][5]?.pixels ?? 0) / wanted - 1)).toBeLessThan(0.01);
});

test('what is hidden behind something else does not count', () => {
  const production = produce(closeUp(), (draft) => {
    draft.cameras[0]?.carriers.shift();
    addForm(draft, 'disc');
    const behind = draft.marks[1];
    if (behind)
      Object.assign(behind.channels, { z: { rest: -1, keys: [] }, x: { rest: 0, keys: [straightKey(0, -1), straightKey(29, 1)] } });
  });
  const solids = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  const probe = solidProbe((id) => solids.get(id));
  const boundsOf = (id: string) => solids.get(id)?.bounds;
  expect(Math.max(...[...frameMotion(production, boundsOf, 7, probe)].map(({ pixels }) => pixels))).toBeLessThan(1e-6);
});

/** Pixels of the raster that a metre at the origin is wide: 35 mm on 36 mm, 8 m away. */
const METRE = (1920 * 35) / 36 / 8;

test('letters that come one after another count by the way that each of them goes', async () => {
  const face = await packagedTypeface('archivo-black');
  const production = produce(emptyProduction('Letters', { width: 1920, height: 1080, rate: '25', length: 40 }), (draft) => {
    addWordmark(draft, 'ABC');
    const [mark] = draft.marks as [Mark];
    const cascade = cascadeFrom(mark, 'rise', 'arrival', { from: 0, to: 30 });
    // One after another, a third of the time each: 10 frames for 1.2 m.
    Object.assign(cascade.channels, { y: at(-1.2), z: at(0), width: at(1 / 3), opacity: at(0.5) });
    cascade.channels.progress.keys = [straightKey(0, 0), straightKey(30, 1)];
    Object.assign(cascade.settings, { pace: PACES.even, hides: false });
    addCascade(mark, cascade);
  });
  const { bounds } = buildMark(production.marks[0] as Mark, [face]);
  const motion = [...frameMotion(production, () => bounds)];
  for (const frame of [5, 15, 25]) expect(Math.abs((motion[frame]?.pixels ?? 0) / (0.12 * METRE) - 1)).toBeLessThan(0.01);
  expect(motion[35]?.pixels).toBeLessThan(1e-9);
});

test('what falls counts: after 0.4 s it is as fast as g t says', async () => {
  await Rapier.init();
  const face = await packagedTypeface('archivo-black');
  let production = produce(emptyProduction('Falls', { width: 1920, height: 1080, rate: '25', length: 30 }), (draft) => {
    addWordmark(draft, 'SEA');
    const [mark] = draft.marks as [Mark];
    setFallOf(draft, mark, 'pieces', 0);
    Object.assign(mark.fall.settings, { seconds: 0.6, pieces: 12, floor: false });
    mark.channels.y.rest = 2;
  });
  const { from, motion } = solvedFall(Rapier, production, [face]);
  production = produce(production, (draft) => keepSolved(draft, draft.marks[0] as Mark, from, motion));
  const { bounds } = buildMark(production.marks[0] as Mark, [face]);
  const frames = [...frameMotion(production, () => bounds)];
  // 9.81 m/s² after 10 of 25 frames a second; what is nearer than the origin goes by as much faster.
  const perFrame = ((9.81 * 0.4) / 25) * METRE;
  expect(frames[10]?.pixels).toBeGreaterThan(0.97 * perFrame);
  expect(frames[10]?.pixels).toBeLessThan(1.1 * perFrame);
});
