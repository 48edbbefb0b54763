import { produce } from 'immer';
import { plunge } from '@/demo/plunge';
import { demoProductions } from '@/demo/productions';
import { shotCamera, shotAt, sceneFrameAt } from '@/core/frame/shot-camera';
import { markPose } from '@/core/frame/mark-pose';
import type { CameraState, MarkExtent } from '@/core/frame/frame-state';
import { projected } from '@/core/optics/project';
import { isWithin, type Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import { deliveryFormatSchema, type FramingRule } from '@/core/production/versions';
import { multiply, positionOf, transformPoint } from '@/core/space/matrix';
import { boxCorners, type Box } from '@/core/space/vector';
import { framesPerSecond, frameToSeconds } from '@/core/time/rate';
import { cameraAt } from '@/core/frame/evaluate';
import { applyFormat } from '@/core/versions/apply-format';

/** Words of all productions stand in boxes as wide as that many letters are, roughly; what is asked does not depend on how wide exactly. */
const boundsIn = (production: Production, wider = 1) => {
  const extents = new Map<string, MarkExtent>(
    production.marks.flatMap(({ id, body }) => {
      if (body.kind !== 'words') return [];
      const lines = body.text.split('\n');
      const half = wider * 0.4 * body.size * Math.max(...lines.map((line) => line.length)) || 0.1;
      const high = (body.size * lines.length) / 2;
      const x = { left: half, centre: 0, right: -half }[body.alignment];
      return [[id, { min: [x - half, -high, -0.15], max: [x + half, high, 0.15] }]];
    }),
  );
  return (id: string) => extents.get(id);
};
type Bounds = ReturnType<typeof boundsIn>;

const inFormat = (production: Production, width: number, height: number, rule: FramingRule, change: object = {}): Production =>
  applyFormat(production, deliveryFormatSchema.parse({ id: 'f', name: 'f', width, height, rule, ...change }));

function extent(camera: CameraState, production: Production, mark: Mark, sceneFrame: number, box: Box, bounds: Bounds) {
  const pose = markPose(production, mark, sceneFrame, bounds);
  const points = boxCorners(box).map((corner) => projected(camera, transformPoint(pose, corner)));
  if (points.some((point) => point === null)) return null;
  return Math.max(...(points as [number, number][]).map(([x, y]) => Math.max(Math.abs(x), Math.abs(y))));
}

/** How far words reach toward the edge of the frame (1 is the edge), at each frame in which all of them is in the picture as composed. */
function reaches(production: Production, changed: Production, bounds = boundsIn(production), grown = bounds) {
  const found: { frame: number; own: number; now: number }[] = [];
  // Every third frame: looks are further apart than that, and stand between these.
  for (let frame = 0; frame < production.format.length; frame += 3) {
    const sceneFrame = sceneFrameAt(production, frame);
    const [own, now] = [shotCamera(production, frame, bounds), shotCamera(changed, frame, grown)];
    production.marks.forEach((mark, i) => {
      const [box, after] = [bounds(mark.id), grown(mark.id)];
      if (!box || !after || !isWithin(mark.settings, sceneFrame)) return;
      const before = extent(own, production, mark, sceneFrame, box, bounds);
      const then = extent(now, changed, changed.marks[i] as Mark, sceneFrame, after, grown);
      if (before !== null && before <= 1) found.push({ frame, own: before, now: then ?? Infinity });
    });
  }
  return found;
}

const RASTERS = [
  [1080, 1080],
  [1080, 1350],
  [1080, 1920],
] as const;

describe.each(demoProductions().map((production) => [production.name, production] as const))('%s', (_, production) => {
  test.each(RASTERS)('in %i x %i words that were whole in the picture are whole in it, at every frame', (width, height) => {
    for (const rule of ['widen', 'move'] as const) {
      const all = reaches(production, inFormat(production, width, height, rule));
      for (const { now } of all) expect(now).toBeLessThanOrEqual(1 + 1e-6);
    }
  });
});

const title = plunge();

test('words keep the margin that is asked for, where they had it', () => {
  const all = reaches(title, inFormat(title, 1080, 1920, 'widen')).filter(({ own }) => own <= 0.9);
  expect(all.length).toBeGreaterThan(5);
  for (const { now } of all) expect(now).toBeLessThanOrEqual(0.9 + 1e-6);
});

test('where a frame is as it was composed nothing changes, and a crop is the middle of the frame to the bit', () => {
  const bounds = boundsIn(title);
  const { width, height } = title.format;
  for (const frame of [0, 31, 60]) {
    const own = shotCamera(title, frame, bounds);
    const same = shotCamera(inFormat(title, width, height, 'widen'), frame, bounds);
    expect(same.pose).toEqual(own.pose);
    expect(same.sensorWidthMm).toBeCloseTo(own.sensorWidthMm, 9);
    expect(same.sensorHeightMm).toBeCloseTo(own.sensorHeightMm, 9);
    const crop = shotCamera(inFormat(title, height, height, 'crop'), frame, bounds);
    expect(crop.pose).toEqual(own.pose);
    expect(crop.sensorHeightMm).toBeCloseTo(own.sensorHeightMm, 9);
    expect(crop.sensorWidthMm).toBeCloseTo(own.sensorHeightMm, 9);
    // Lens and stop are what they were, so what is soft is as soft on the sensor.
    expect(crop.focalLengthMm).toBe(own.focalLengthMm);
    expect(crop.fStop).toBe(own.fStop);
  }
});

test('a shot is moved rather than widened where that is less, without going anywhere else', () => {
  for (const production of demoProductions()) {
    const aside = produce(production, (draft) => {
      for (const mark of draft.marks) mark.channels.x.rest += 0.25;
    });
    const bounds = boundsIn(aside);
    const placesBy = (rule: FramingRule) => {
      const changed = inFormat(aside, 1080, 1080, rule);
      return [0, 0.5, 1].map((share) => positionOf(shotCamera(changed, Math.round(share * (aside.format.length - 1)), bounds).pose));
    };
    expect(placesBy('move')).toEqual(placesBy('widen'));
  }
  const sign = demoProductions().at(-1) as Production;
  const off = produce(sign, (draft) => {
    for (const mark of draft.marks) mark.channels.x.rest += 0.6;
  });
  const [widened, moved] = (['widen', 'move'] as const).map((rule) => shotCamera(inFormat(off, 1080, 1080, rule), 100, boundsIn(off)));
  expect(moved?.sensorWidthMm).toBeLessThan(widened?.sensorWidthMm ?? 0);
});

test('within a shot the frame is changed smoothly: no jump, and no sudden speed', () => {
  for (const production of demoProductions().slice(0, 3)) {
    const bounds = boundsIn(production);
    const changed = inFormat(production, 1080, 1920, 'move');
    const rate = framesPerSecond(production.format.rate);
    const scaleAt = (frame: number) => {
      const [own, now] = [shotCamera(production, frame, bounds), shotCamera(changed, frame, bounds)];
      return Math.log(now.sensorHeightMm / now.focalLengthMm / (own.sensorHeightMm / own.focalLengthMm));
    };
    for (let frame = 1; frame + 1 < production.format.length; frame++) {
      if (shotAt(production, frame - 1).from !== shotAt(production, frame + 1).from) continue;
      const [a, b, c] = [frame - 1, frame, frame + 1].map(scaleAt) as [number, number, number];
      // At most tripled in a second, and its speed gathered over some frames.
      expect(Math.abs(b - a) * rate).toBeLessThan(3);
      expect(Math.abs(c - 2 * b + a) * rate).toBeLessThan(1);
    }
  }
});

test('a cut is not reached over: each shot is framed for what it shows', () => {
  const [, beauty] = demoProductions();
  if (!beauty) throw new Error('no beauty shot');
  const bounds = boundsIn(beauty);
  const cut = shotAt(beauty, beauty.format.length - 1).from;
  const alone = produce(beauty, (draft) => {
    draft.shots = draft.shots.filter(({ from }) => from === 0);
  });
  const [whole, first] = [beauty, alone].map((each) => shotCamera(inFormat(each, 1080, 1920, 'widen'), 0, bounds));
  expect(cut).toBeGreaterThan(0);
  expect(whole?.pose).toEqual(first?.pose);
});

test('words that grow have the shot widened as far as they need, and no further in their own frame', () => {
  const widens = produce(title, (draft) => {
    for (const { body } of draft.marks) if (body.kind === 'words') body.fit = { rule: 'widen', width: 0.8 * body.size * body.text.length };
  });
  const [bounds, grown] = [boundsIn(title), boundsIn(title, 2.5)];
  for (const { now } of reaches(title, widens, bounds, grown)) expect(now).toBeLessThanOrEqual(1 + 1e-6);
  expect(shotCamera(widens, 60, bounds).sensorWidthMm).toBeCloseTo(shotCamera(title, 60, bounds).sensorWidthMm, 9);
  expect(shotCamera(widens, 60, grown).sensorWidthMm).toBeGreaterThan(shotCamera(title, 60, bounds).sensorWidthMm);
});

test('what is set by hand comes closer, and moves the picture the way it says', () => {
  const bounds = boundsIn(title);
  const at = (byHand: object) => {
    const changed = inFormat(title, 1080, 1080, 'widen', { byHand });
    const mark = changed.marks[0] as Mark;
    const camera = shotCamera(changed, 60, bounds);
    return {
      camera,
      place: projected(
        camera,
        transformPoint(multiply(markPose(changed, mark, 60, bounds), [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]), [0, 0, 0]),
      ),
    };
  };
  const [own, closer, moved] = [at({}), at({ closer: 2 }), at({ across: 0.1, up: 0.05 })];
  expect(closer.camera.sensorWidthMm).toBeCloseTo(own.camera.sensorWidthMm / 2, 9);
  expect((moved.place?.[0] ?? 0) - (own.place?.[0] ?? 0)).toBeCloseTo(0.2, 1);
  expect((moved.place?.[1] ?? 0) - (own.place?.[1] ?? 0)).toBeCloseTo(0.1, 1);
});

test('marks stand where a format has them, larger or smaller with their depth and bevels, through all their keys', () => {
  const [mark] = title.marks as [Mark];
  const places = [{ markId: mark.id, across: 0.3, up: -0.2, size: 0.5, wordALine: true }];
  const [placed] = inFormat(title, 1080, 1920, 'widen', { places }).marks as [Mark];
  expect(placed.channels.x.rest).toBeCloseTo(mark.channels.x.rest + 0.3, 12);
  expect(placed.channels.y.keys.map(({ value }) => value)).toEqual(mark.channels.y.keys.map(({ value }) => value - 0.2));
  expect(placed.body).toMatchObject({ size: (mark.body as { size: number }).size / 2 });
  expect(placed.shells[0]?.front.size).toBeCloseTo((mark.shells[0]?.front.size ?? NaN) / 2, 12);
  expect(placed.shells[0]?.channels.to.rest).toBeCloseTo((mark.shells[0]?.channels.to.rest ?? NaN) / 2, 12);
});

test('through a camera beside the shots the raster is that of the format too', () => {
  const bounds = boundsIn(title);
  const camera = cameraAt(inFormat(title, 1080, 1920, 'widen'), frameToSeconds(10, title.format.rate), bounds, {
    cameraId: title.cameras[0]?.id,
  });
  expect(camera.sensorWidthMm / camera.sensorHeightMm).toBeCloseTo(1080 / 1920, 9);
});
