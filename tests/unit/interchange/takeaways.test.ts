import { produce } from 'immer';
import { z } from 'zod';
import { validateBytes } from 'gltf-validator';
import { Document, WebIO } from '@gltf-transform/core';
import { KHRLightsPunctual } from '@gltf-transform/extensions';
import type { MarkExtent } from '@/core/frame/frame-state';
import { shotCamera } from '@/core/frame/shot-camera';
import { buildMark } from '@/core/frame/solids/build-mark';
import { readCameraFile } from '@/core/interchange/camera-file';
import { anglesOf, nearestTurn } from '@/core/space/matrix';
import { readPoseSamples } from '@/core/interchange/pose-samples';
import { writeTakeaway, type TakeawayName } from '@/core/interchange/takeaways';
import { parseTimecode } from '@/core/time/timecode';
import type { RateName } from '@/core/time/rate';
import { angleOfViewDeg } from '@/core/optics/lens';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { straightKey } from '@/core/motion/channel';

/** A production in three shots by two cameras, with a mark that slides, cues and a sound. */
function production(rate: RateName = '25'): Production {
  const bare = produce(emptyProduction('Three shots: “Größe”', { width: 1920, height: 1080, rate, length: 100 }), (draft) => {
    const id = addForm(draft, 'disc');
    const mark = draft.marks.find((each) => each.id === id);
    if (mark) mark.channels.x.keys = [straightKey(0, 0), straightKey(99, 3)];
  });
  const [camera] = bare.cameras;
  return productionSchema.parse({
    ...bare,
    cameras: [camera, { ...camera, id: 'camera-2', name: 'Second' }],
    shots: [
      { id: 'shot-1', cameraId: camera?.id, from: 0, name: 'Opening' },
      { id: 'shot-2', cameraId: 'camera-2', from: 40 },
      { id: 'shot-3', cameraId: camera?.id, from: 70, name: 'Close, at last' },
    ],
    cues: [
      { id: 'a', frame: 12, name: 'Strike' },
      { id: 'b', frame: 80.5 },
    ],
    sound: { hash: 'a'.repeat(64), name: 'sting.wav', seconds: 4 },
  });
}

const written = async (name: TakeawayName, own = production(), first = 0, last = own.format.length - 1) => {
  const solids = new Map(own.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  const boundsOf = (id: string): MarkExtent | null => solids.get(id)?.bounds ?? null;
  return writeTakeaway(name, { production: own, solidsOf: (id) => solids.get(id), boundsOf, first, last, file: 'three.mov' });
};
const text = async (...args: Parameters<typeof written>) => new TextDecoder().decode(await written(...args));

/** A reader of edit lists of the test's own, after the published CMX 3600 layout: columns and order of an event. */
function readEditList(list: string) {
  const EVENT = /^(\d{3})  (\S{1,8}) +(V|AA|A\d?|B) +(C|D|W\d{3}|K)( \d{3})? +(\S{11}) (\S{11}) (\S{11}) (\S{11})$/;
  const lines = list.split('\r\n').filter((line) => line !== '');
  expect(lines[0]).toMatch(/^TITLE: [\x20-\x7e]{1,70}$/);
  expect(lines[1]).toMatch(/^FCM: (NON-)?DROP FRAME$/);
  const events = lines.slice(2).filter((line) => !line.startsWith('*'));
  return events.map((line) => {
    const match = EVENT.exec(line);
    if (!match) throw new Error(`Not an event: ${line}`);
    const [, number, reel, track, transition, , ...times] = match as unknown as string[];
    return { number: Number(number), reel, track, transition, times };
  });
}

test.each(['25', '29.97', '24'] as const)('an edit list has each shot where it is, at %s frames a second', async (rate) => {
  const events = readEditList(await text('edit-list', production(rate)));
  expect(events.map(({ number, track, transition }) => [number, track, transition])).toEqual([
    [1, 'V', 'C'],
    [2, 'V', 'C'],
    [3, 'V', 'C'],
    [4, 'AA', 'C'],
  ]);
  const frames = events.map(({ times }) => (times as string[]).map((time) => parseTimecode(time, rate)));
  expect(frames).toEqual([
    [0, 40, 0, 40],
    [40, 70, 40, 70],
    [70, 100, 70, 100],
    [0, 100, 0, 100],
  ]);
  const list = await text('edit-list', production(rate));
  expect(list).toContain(rate === '29.97' ? 'FCM: DROP FRAME' : 'FCM: NON-DROP FRAME');
  expect(list).toContain('* FROM CLIP NAME: Close, at last');
  expect(list).toContain('* FROM CLIP NAME: Shot 2');
  expect(list).toMatch(/\* CUE \S{11} Strike/);
  // What an old reader does not know is not in it.
  expect(/^[\x20-\x7e\r\n]*$/.test(list)).toBe(true);
});

test('an edit list of a part has only that part', async () => {
  const events = readEditList(await text('edit-list', production(), 50, 79));
  expect(events.map(({ times }) => (times as string[]).map((time) => parseTimecode(time, '25')))).toEqual([
    [50, 70, 50, 70],
    [70, 80, 70, 80],
    [50, 80, 50, 80],
  ]);
});

/** Schemas of OpenTimelineIO as its documentation of serialized data tells their fields. */
const time = z.strictObject({ OTIO_SCHEMA: z.literal('RationalTime.1'), rate: z.number(), value: z.number() });
const range = z.strictObject({ OTIO_SCHEMA: z.literal('TimeRange.1'), start_time: time, duration: time });
const metadata = z.record(z.string(), z.unknown());
const marker = z.strictObject({
  OTIO_SCHEMA: z.literal('Marker.2'),
  name: z.string(),
  color: z.enum(['PINK', 'RED', 'ORANGE', 'YELLOW', 'GREEN', 'CYAN', 'BLUE', 'PURPLE', 'MAGENTA', 'BLACK', 'WHITE']),
  comment: z.string(),
  marked_range: range,
  metadata,
});
const item = { name: z.string(), effects: z.array(z.unknown()), markers: z.array(marker), enabled: z.boolean(), metadata };
const clip = z.strictObject({
  OTIO_SCHEMA: z.literal('Clip.1'),
  ...item,
  source_range: range,
  media_reference: z.strictObject({
    OTIO_SCHEMA: z.literal('ExternalReference.1'),
    name: z.string(),
    available_range: range,
    available_image_bounds: z.null(),
    target_url: z.string(),
    metadata,
  }),
});
const track = z.strictObject({
  OTIO_SCHEMA: z.literal('Track.1'),
  ...item,
  kind: z.enum(['Video', 'Audio']),
  source_range: z.null(),
  children: z.array(clip),
});
const timeline = z.strictObject({
  OTIO_SCHEMA: z.literal('Timeline.1'),
  name: z.string(),
  global_start_time: time,
  metadata,
  tracks: z.strictObject({ OTIO_SCHEMA: z.literal('Stack.1'), ...item, source_range: z.null(), children: z.array(track) }),
});

test('a timeline keeps to the schemas of OpenTimelineIO and has shots, sound and cues', async () => {
  const read = timeline.parse(JSON.parse(await text('timeline')));
  const [shots, sound] = read.tracks.children;
  expect(read.name).toBe('Three shots: “Größe”');
  expect(shots?.children.map(({ name, source_range }) => [name, source_range.start_time.value, source_range.duration.value])).toEqual([
    ['Opening', 0, 40],
    ['Shot 2', 40, 30],
    ['Close, at last', 70, 30],
  ]);
  expect(shots?.children.map(({ markers }) => markers.map(({ marked_range }) => marked_range.start_time.value))).toEqual([
    [12],
    [],
    [80.5],
  ]);
  expect([sound?.kind, sound?.children[0]?.name, sound?.children[0]?.source_range.duration.value]).toEqual(['Audio', 'sting.wav', 100]);
});

test('the camera as CSV has a line a frame, and its lens as a handbook has it', async () => {
  const lines = (await text('camera-csv')).trimEnd().split('\r\n');
  expect(lines).toHaveLength(101);
  const [head, ...rows] = lines.map((line) => line.split(','));
  const column = (name: string) => (head as string[]).indexOf(name);
  expect(rows.every((row) => row.length === head?.length)).toBe(true);
  const row = rows[50] as string[];
  expect(row[column('timecode')]).toBe('00:00:02:00');
  expect(rows.map((each) => each[column('shot')]).filter((v, i, all) => v !== all[i - 1])).toEqual(['1', '2', '3']);
  const focal = Number(row[column('focal_length_mm')]);
  // ISO 1007: a film of 36 mm; the angle is 2 atan(width / 2f).
  expect(Number(row[column('angle_of_view_deg')])).toBeCloseTo(angleOfViewDeg(36, focal), 4);
  const own = production();
  const camera = shotCamera(own, 50, () => null);
  expect(Number(row[column('focus_m')])).toBeCloseTo(camera.focusDistance, 3);
});

test('the camera as JSON is read back as a take, pose by pose', async () => {
  const own = production();
  const poses = readPoseSamples(await text('camera-json', own));
  expect(poses).toHaveLength(100);
  for (const frame of [0, 39, 40, 99]) {
    const { pose } = shotCamera(own, frame, () => null);
    const { seconds, x, y, z } = poses[frame] as (typeof poses)[number];
    expect(seconds).toBeCloseTo(frame / 25, 6);
    [x, y, z].forEach((v, k) => expect(v).toBeCloseTo(pose[12 + k] as number, 6));
  }
});

test('the scene is glTF without an error (Khronos validator), with the camera’s flight and what moves', async () => {
  const bytes = await written('scene', production(), 0, 24);
  const report = await validateBytes(bytes);
  expect(report.issues.messages.filter(({ severity }: { severity: number }) => severity < 2)).toEqual([]);
  const document = await new WebIO().registerExtensions([KHRLightsPunctual]).readBinary(bytes);
  const root = document.getRoot();
  const [camera] = root.listCameras();
  expect(camera?.getType()).toBe('perspective');
  const own = production();
  const { focalLengthMm, sensorHeightMm } = shotCamera(own, 0, () => null);
  expect(camera?.getYFov()).toBeCloseTo(2 * Math.atan(sensorHeightMm / 2 / focalLengthMm), 6);
  const [animation] = root.listAnimations();
  const moved = animation?.listChannels().filter((channel) => channel.getTargetPath() === 'translation') ?? [];
  const disc = moved.find((channel) => channel.getTargetNode()?.getCamera() === null);
  const places = disc?.getSampler()?.getOutput()?.getArray() as Float32Array;
  expect(places).toHaveLength(3 * 25);
  // Three metres in 99 frames, straight.
  expect((places[3 * 24] as number) - (places[0] as number)).toBeCloseTo((3 * 24) / 99, 4);
  expect(root.listNodes().filter((node) => node.getExtension('KHR_lights_punctual')).length).toBe(own.lights.length);
});

test('the camera of a scene that was written is read back as it flew', async () => {
  const own = produce(production(), (draft) => {
    draft.shots = [];
    const [carrier] = draft.cameras[0]?.carriers ?? [];
    if (carrier?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    carrier.channels.azimuth.keys = [straightKey(0, 170), straightKey(50, 260)];
  });
  const poses = await readCameraFile(await written('scene', own, 0, 50));
  expect(poses).toHaveLength(121);
  for (const i of [0, 24, 60, 120]) {
    const { pose } = shotCamera(own, (i / 60) * 25, () => null);
    const { x, y, z, pan } = poses[i] as (typeof poses)[number];
    // Between frames the file goes straight: of the arc a chord is left out.
    [x, y, z].forEach((v, k) => expect(Math.abs(v - (pose[12 + k] as number))).toBeLessThan(0.002));
    expect(Math.abs(nearestTurn(pan, 0) - nearestTurn(anglesOf(pose).panDeg, 0))).toBeLessThan(0.05);
  }
});

test('a file without a camera, without a flight, or that is none is refused in words', async () => {
  await expect(readCameraFile(new Uint8Array(100))).rejects.toThrow('no binary glTF 2.0 file');
  const still = produce(production(), (draft) => void (draft.shots = []));
  await expect(readCameraFile(await written('scene', still, 0, 10))).rejects.toThrow('stands still');
  const document = new Document();
  document.createScene();
  await expect(readCameraFile(await new WebIO().writeBinary(document))).rejects.toThrow('There is no camera in it.');
});

test('a cubic flight is read by the spline of the standard (glTF 2.0, appendix C)', async () => {
  const document = new Document();
  const buffer = document.createBuffer();
  const node = document.createNode('Camera').setCamera(document.createCamera().setType('perspective').setYFov(1).setZNear(0.1));
  document.createScene().addChild(document.createNode('Dolly').setTranslation([0, 1, 0]).addChild(node));
  const input = document.createAccessor().setType('SCALAR').setArray(Float32Array.of(0, 2)).setBuffer(buffer);
  // From 0 to 4 metres along X, leaving at 3 m/s and arriving at rest.
  const values = Float32Array.of(0, 0, 0, 0, 0, 0, 3, 0, 0, 0, 0, 0, 4, 0, 0, 0, 0, 0);
  const output = document.createAccessor().setType('VEC3').setArray(values).setBuffer(buffer);
  const sampler = document.createAnimationSampler().setInput(input).setOutput(output).setInterpolation('CUBICSPLINE');
  const channel = document.createAnimationChannel().setTargetNode(node).setTargetPath('translation').setSampler(sampler);
  document.createAnimation().addSampler(sampler).addChannel(channel);
  const poses = await readCameraFile(await new WebIO().writeBinary(document));
  const middle = poses[60] as (typeof poses)[number];
  // Hermite at a half: (0 + 4) / 2 + 2 · (3 − 0) / 8.
  expect(middle.x).toBeCloseTo(2 + 0.75, 5);
  expect(middle.y).toBeCloseTo(1, 6);
});
