import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { keyValue } from '@/core/motion/key-value';
import { PACES } from '@/core/motion/pace';
import { allOwners, channelMeta, ownerAt, keyFrames } from '@/core/production/owners/owners';
import {
  changeStation,
  keyOwner,
  moveStation,
  setChannelValue,
  setMovePace,
  setStation,
  shiftMove,
  toggleKey,
} from '@/core/production/edits/channel-edits';
import { addCarrier, land, removeCarrier } from '@/core/production/edits/camera-edits';
import { addWordmark, duplicateMark, removeMark, setWords } from '@/core/production/edits/mark-edits';
import { ProductionError, readProduction } from '@/core/production/migrate';
import { emptyProduction, frameFormatSchema, type Production } from '@/core/production/production';
import { renderRaster, renderSettingsSchema } from '@/core/delivery/render-settings';
import { rigPose } from '@/core/rig/rig';
import { invertRigid, panTiltRoll, positionOf, transformPoint, translation, multiply } from '@/core/space/matrix';
import { demoProductions } from '@/demo/productions';
import { packagedTypeface } from '../support/fonts';

const format = { width: 1920, height: 1080, rate: '25', length: 100 } as const;
const made = (recipe: (draft: Production) => void) => produce(emptyProduction('Test', format), (draft) => void recipe(draft));

describe('the frame format has bounds, in words', () => {
  test.each([
    [{ width: 8193 }, 'width can be at most 8192'],
    [{ height: 0 }, 'height must be at least 16'],
    [{ width: 1920.5 }, 'whole number of pixels'],
    [{ rate: '0' }, 'rate must be one of'],
    [{ length: 0 }, 'at least one frame'],
  ])('%j: %s', (change, words) => {
    const result = frameFormatSchema.safeParse({ ...format, ...change });
    expect(result.error?.issues[0]?.message).toContain(words);
  });
});

describe('reading a document', () => {
  test('fills in what is not said, from the schema alone', () => {
    const read = readProduction({ name: 'A', format, cameras: [{ id: 'c', name: 'C', hue: 0, carriers: [{ id: 'o', kind: 'orbit' }] }] });
    expect(read.cameras[0]?.lens.channels.focalLengthMm.rest).toBe(35);
    expect(read.shutterDeg).toBe(180);
    expect(readProduction(JSON.parse(JSON.stringify(read)))).toEqual(read);
  });

  test.each([
    ['nothing', null],
    ['a text', 'production'],
    ['one from the future', { version: 99 }],
    ['a name of nothing', { name: '  ', format }],
    ['a value out of bounds', { ...emptyProduction('A', format), shutterDeg: 900 }],
    [
      'keys out of order',
      produce(
        emptyProduction('A', format),
        (d) =>
          void (
            d.cameras[0] &&
            (d.cameras[0].lens.channels.fStop.keys = [9, 3].map((frame) => ({
              frame,
              value: 1,
              join: 'eased',
              arrive: { influence: 0, speed: 0 },
              leave: { influence: 0, speed: 0 },
              bounces: 0,
            })))
          ),
      ),
    ],
  ])('%s is refused in words', (_name, value) => {
    expect(() => readProduction(value)).toThrow(ProductionError);
  });

  test('too long a text is cut, far too long a one and too many marks are refused', () => {
    const long = made((draft) => void addWordmark(draft, 'x'));
    const withText = (text: string) => produce(long, (d) => void (d.marks[0]?.body.kind === 'words' && (d.marks[0].body.text = text)));
    expect(readProduction(withText('x'.repeat(501))).marks[0]?.body).toMatchObject({ text: 'x'.repeat(500) });
    expect(() => readProduction(withText('x'.repeat(20_000)))).toThrow(ProductionError);
    expect(() => readProduction({ ...long, marks: Array(201).fill(long.marks[0]) })).toThrow(ProductionError);
  });
});

describe('edits', () => {
  const withMove = () =>
    made((draft) => {
      setStation(draft, 'cameras/camera-1/carriers/orbit-1', 10, { azimuth: 0, radius: 8 });
      setStation(draft, 'cameras/camera-1/carriers/orbit-1', 40, { azimuth: 90, radius: 4 });
      setStation(draft, 'cameras/camera-1/carriers/orbit-1', 80, { azimuth: 180, radius: 6 });
    });
  const orbit = (production: Production) =>
    ownerAt(production, 'cameras/camera-1/carriers/orbit-1') as NonNullable<ReturnType<typeof ownerAt>>;

  test('every channel of every owner has labels and bounds from the schema', () => {
    for (const owner of allOwners(made((draft) => void addWordmark(draft, 'A')))) {
      for (const [name, channel] of Object.entries(owner.channels)) {
        const meta = channelMeta(owner, name);
        expect(meta.label).not.toBe('');
        if (meta.of !== 'number') continue;
        expect(channel.rest).toBeGreaterThanOrEqual(meta.min);
        expect(channel.rest).toBeLessThanOrEqual(meta.max);
      }
    }
  });

  test('retiming a station moves all its keys; a move shifts whole, between its neighbours', () => {
    expect(keyFrames(orbit(produce(withMove(), (d) => moveStation(d, 'cameras/camera-1/carriers/orbit-1', 40, 55))))).toEqual([10, 55, 80]);
    expect(keyFrames(orbit(produce(withMove(), (d) => shiftMove(d, 'cameras/camera-1/carriers/orbit-1', 10, 40, 12))))).toEqual([
      22, 52, 80,
    ]);
    expect(keyFrames(orbit(produce(withMove(), (d) => shiftMove(d, 'cameras/camera-1/carriers/orbit-1', 10, 40, 500))))).toEqual([
      49, 79, 80,
    ]);
  });

  test('a pace or a join is for all channels of a lane, or for one', () => {
    const paced = produce(withMove(), (d) => setMovePace(d, 'cameras/camera-1/carriers/orbit-1', 10, 40, PACES.settle, 'azimuth'));
    expect(orbit(paced).channels.azimuth?.keys[0]?.leave).toEqual(PACES.settle.leave);
    expect(orbit(paced).channels.radius?.keys[0]?.leave).not.toEqual(PACES.settle.leave);
    const held = produce(withMove(), (d) => changeStation(d, 'cameras/camera-1/carriers/orbit-1', 40, { join: 'held' }));
    expect(orbit(held).channels.radius?.keys[1]?.join).toBe('held');
    expect(orbit(held).channels.azimuth?.keys[1]?.join).toBe('held');
  });

  test('a key toggles with the value that is there; a value on an unkeyed channel is its rest', () => {
    const ref = { owner: 'cameras/camera-1/carriers/orbit-1', name: 'azimuth' };
    const keyed = produce(withMove(), (d) => toggleKey(d, ref, 25));
    expect(orbit(keyed).channels.azimuth?.keys).toHaveLength(4);
    expect(keyValue(orbit(keyed).channels.azimuth as never, 25)).toBeCloseTo(keyValue(orbit(withMove()).channels.azimuth as never, 25), 9);
    const rested = produce(withMove(), (d) => setChannelValue(d, { owner: 'cameras/camera-1/lens', name: 'focalLengthMm' }, 30, 85));
    expect(rested.cameras[0]?.lens.channels.focalLengthMm).toEqual({ rest: 85, keys: [] });
  });

  test('keying a whole lane changes nothing that is seen', () => {
    const before = withMove();
    const after = produce(before, (d) => keyOwner(d, 'cameras/camera-1/carriers/orbit-1', 25));
    for (const name of ['azimuth', 'radius', 'pivotX'])
      expect(keyValue(orbit(after).channels[name] as never, 25)).toBeCloseTo(keyValue(orbit(before).channels[name] as never, 25), 9);
  });

  test('landing keys the whole pose where the camera was flown', () => {
    const pose = multiply(translation(1, 0.5, 4), panTiltRoll(12, -6, 3));
    const landed = produce(withMove(), (d) => land(d, 'camera-1', 'orbit-1', 60, pose));
    rigPose(landed.cameras[0]?.carriers ?? [], 60).forEach((v, i) => expect(v).toBeCloseTo(pose[i] as number, 8));
    expect(orbit(landed).channels.pivotZ?.keys.map((k) => k.frame)).toEqual([60]);
  });

  test('a carrier that is added moves nothing; the last one stays', () => {
    for (const kind of ['orbit', 'slide'] as const) {
      const before = withMove();
      const after = produce(before, (d) => void addCarrier(d, 'camera-1', kind));
      rigPose(after.cameras[0]?.carriers ?? [], 33).forEach((v, i) =>
        expect(v).toBeCloseTo(rigPose(before.cameras[0]?.carriers ?? [], 33)[i] as number, 9),
      );
    }
    expect(produce(withMove(), (d) => removeCarrier(d, 'camera-1', 'orbit-1')).cameras[0]?.carriers).toHaveLength(1);
  });

  test('a mark’s name follows its words until it is named by hand', () => {
    const production = made((draft) => void addWordmark(draft, 'LANTERN'));
    expect(produce(production, (d) => setWords(d, 'mark-1', 'DEEP')).marks[0]?.name).toBe('DEEP');
    const named = produce(production, (d) => void (d.marks[0] && (d.marks[0].name = 'Title')));
    expect(produce(named, (d) => setWords(d, 'mark-1', 'DEEP')).marks[0]?.name).toBe('Title');
  });

  test('copies have ids of their own; removing a mark lets go of the focus on it', () => {
    const two = made((draft) => {
      addWordmark(draft, 'A');
      duplicateMark(draft, 'mark-1');
      if (draft.cameras[0]) Object.assign(draft.cameras[0].focus, { on: 'front', markId: 'mark-1' });
    });
    expect(new Set(two.marks.map((m) => m.id)).size).toBe(2);
    expect(produce(two, (d) => removeMark(d, 'mark-1')).cameras[0]?.focus).toMatchObject({ on: 'distance', markId: null });
  });

  test('edits of what is gone do nothing', () => {
    const before = withMove();
    expect(produce(before, (d) => moveStation(d, 'cameras/none/carriers/none', 1, 2))).toBe(before);
    expect(produce(before, (d) => setWords(d, 'none', 'x'))).toBe(before);
  });
});

describe('evaluate', () => {
  test('is a function of the document and the time alone', () => {
    const [demo] = demoProductions() as [Production];
    expect(evaluate(demo, 2.37, () => null)).toEqual(evaluate(JSON.parse(JSON.stringify(demo)), 2.37, () => null));
  });

  test('time is continuous: between two frames lies a pose between theirs', () => {
    const [demo] = demoProductions() as [Production];
    const z = (frame: number) => positionOf(evaluate(demo, frame / 25, () => null).camera.pose)[2];
    expect(z(100.5)).toBeGreaterThan(Math.min(z(100), z(101)));
    expect(z(100.5)).toBeLessThan(Math.max(z(100), z(101)));
  });

  test('hidden marks are not in the picture; focus follows the mark it is on', () => {
    const production = made((draft) => {
      addWordmark(draft, 'A');
      addWordmark(draft, 'B');
      if (draft.marks[1]) draft.marks[1].channels.on.rest = false;
      if (draft.cameras[0]) Object.assign(draft.cameras[0].focus, { on: 'front', markId: 'mark-1' });
    });
    const state = evaluate(production, 0, () => ({ min: [-1, -1, -0.2], max: [1, 1, 0.2] }));
    expect(state.marks.map((m) => m.id)).toEqual(['mark-1']);
    expect(state.camera.focusDistance).toBeCloseTo(7.8, 9);
  });
});

describe('the first demo production', () => {
  const [demo] = demoProductions() as [Production];

  test('is a document as any other, six seconds at 25 frames', () => {
    expect(readProduction(JSON.parse(JSON.stringify(demo)))).toEqual(demo);
    expect(demo.format).toMatchObject({ rate: '25', length: 150 });
    expect(demo.marks.map((m) => m.name)).toEqual(['LANTERN', 'DEEP', 'Lantern fish']);
  });

  test(
    'the close passes do not give the word away; the last frame shows all of it inside the title-safe area (SMPTE ' + 'ST 2046-1: 90 %)',
    async () => {
      const face = await packagedTypeface('anton');
      const solids = Object.fromEntries(demo.marks.map((mark) => [mark.id, buildMark(mark, [face])]));
      const letters = solids['mark-1']?.pieces.filter((piece) => piece.shell === 0) ?? [];
      const seen = (frame: number, limit: number) => {
        const { camera, marks } = evaluate(demo, frame / 25, () => null);
        const toCamera = invertRigid(camera.pose);
        const pose = marks[0]?.pose ?? translation(0, 0, 0);
        return letters.filter(({ pose: seat, mesh }) => {
          for (let i = 0; i < mesh.positions.length; i += 30) {
            const [px, py, pz] = transformPoint(multiply(multiply(toCamera, pose), seat), [
              mesh.positions[i] as number,
              mesh.positions[i + 1] as number,
              mesh.positions[i + 2] as number,
            ]);
            const across = (px / -pz) * ((2 * camera.focalLengthMm) / camera.sensorWidthMm);
            const up = (py / -pz) * ((2 * camera.focalLengthMm) / camera.sensorHeightMm);
            if (pz >= 0 || Math.abs(across) > limit || Math.abs(up) > limit) return false;
          }
          return true;
        }).length;
      };
      for (let frame = 0; frame <= 84; frame += 6) expect(seen(frame, 1)).toBeLessThanOrEqual(3);
      expect(seen(149, 0.9)).toBe(7);
    },
  );

  test('the camera has come to rest at the end', () => {
    const place = (frame: number) => positionOf(evaluate(demo, frame / 25, () => null).camera.pose);
    const step = (frame: number) => Math.hypot(...place(frame).map((v, i) => v - (place(frame + 1)[i] as number)));
    expect(step(148)).toBeLessThan(0.02 * step(88));
  });
});

test('solids are built anew only for what changes them', () => {
  const production = made((draft) => void addWordmark(draft, 'A'));
  const key = (p: Production) => solidsKey(p.marks[0] as never);
  expect(key(produce(production, (d) => void (d.marks[0] && (d.marks[0].channels.x.rest = 4))))).toBe(key(production));
  expect(key(produce(production, (d) => setWords(d, 'mark-1', 'B')))).not.toBe(key(production));
});

describe('render settings', () => {
  const settings = { first: 0, last: 95 };
  test('have defaults, and are refused in words', () => {
    expect(renderSettingsSchema.parse(settings)).toMatchObject({ scale: 1, alpha: false, outputs: [{ kind: 'png', depth: '8' }] });
    expect(renderSettingsSchema.safeParse({ first: 9, last: 3 }).error?.issues[0]?.message).toContain('comes before');
    expect(renderSettingsSchema.safeParse({ ...settings, alpha: true, outputs: [{ kind: 'mp4' }] }).error?.issues[0]?.message).toContain(
      'no transparency',
    );
  });
  test('the raster is even and keeps its shape, up to the largest', () => {
    expect(renderRaster({ width: 1920, height: 1080 }, 0.5)).toEqual({ width: 960, height: 540 });
    expect(renderRaster({ width: 1921, height: 1081 }, 1)).toEqual({ width: 1922, height: 1082 });
    expect(renderRaster({ width: 3840, height: 2160 }, 4)).toEqual({ width: 8192, height: 4608 });
  });
});
