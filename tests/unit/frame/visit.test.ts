import { produce } from 'immer';
import { Vector3 } from 'three';
import { cameraPose } from '@/core/frame/camera-pose';
import { cameraState } from '@/core/frame/camera-state';
import type { MarkExtent } from '@/core/frame/frame-state';
import { markPose } from '@/core/frame/mark-pose';
import { takeVisit } from '@/core/frame/take-visit';
import { visitSchema, visitStations, visitStopSchema, type VisitPlan, type VisitStop } from '@/core/frame/visit';
import { projected } from '@/core/optics/project';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type Production } from '@/core/production/production';
import { positionOf, transformPoint } from '@/core/space/matrix';
import { boxCorners } from '@/core/space/vector';

const EXTENT: MarkExtent = { min: [-1.2, -0.1, -0.14], max: [1.2, 0.9, 0.14] };
const boundsOf = () => EXTENT;

/** Four words spread in space, two of them turned. */
function words(): Production {
  return produce(emptyProduction('Flight', { width: 1920, height: 1080, rate: '25', length: 300 }), (d) => {
    for (const [text, x, z, pan] of [
      ['BEYOND', -6, 0, 0],
      ['THE', 4, -8, 40],
      ['SILENT', -3, -16, -25],
      ['DARK', 5, -25, 0],
    ] as const) {
      const made = addWordmark(d, text);
      const mark = d.marks.find(({ id }) => id === made);
      if (!mark) throw new Error('no mark');
      Object.assign(mark.channels, {
        x: { rest: x, keys: [] },
        y: { rest: 0, keys: [] },
        z: { rest: z, keys: [] },
        pan: { rest: pan, keys: [] },
      });
    }
  });
}

const LOOKS = [
  { size: 0.7, side: 20, tilt: 10, roll: 0 },
  { size: 0.5, side: -30, tilt: 0, roll: 12 },
  { size: 1.4, side: 0, tilt: -15, roll: 0 },
  { size: 0.3, side: 60, tilt: 30, roll: -20 },
];
const stopsOf = (production: Production, drift = 0): VisitStop[] =>
  production.marks.map((mark, i) => ({
    box: EXTENT,
    pose: markPose(production, mark, 0, boundsOf),
    look: visitStopSchema.parse({ ...LOOKS[i], drift }),
  }));
const planOf = (change: Partial<VisitPlan> = {}): VisitPlan => visitSchema.parse({ move: 30, stay: 20, hero: false, ...change });

function visited(plan: VisitPlan, { from = 0, drift = 0 } = {}) {
  const before = words();
  const [camera] = before.cameras;
  if (!camera) throw new Error('no camera');
  const stops = stopsOf(before, drift);
  const stations = visitStations(before, camera, stops, stops, plan, from);
  const after = produce(before, (d) => void takeVisit(d, camera.id, stations, plan, boundsOf));
  const seen = after.cameras[0] as typeof camera;
  return { before, after, stations, stops, poseAt: (frame: number) => cameraPose(after, seen, frame, boundsOf), camera: seen };
}

test('at each stop the word fills as much of the frame as was asked for, in its middle', () => {
  const { after, stations, stops, camera } = visited(planOf());
  expect(stations.map(({ arrives, leaves }) => [arrives, leaves])).toEqual([
    [0, 20],
    [50, 70],
    [100, 120],
    [150, 170],
  ]);
  stations.forEach(({ arrives, leaves }, i) => {
    for (const frame of [arrives, (arrives + leaves) / 2]) {
      const state = cameraState(after, camera, frame, boundsOf);
      const points = boxCorners(EXTENT).map((corner) => projected(state, transformPoint((stops[i] as VisitStop).pose, corner)));
      const [xs, ys] = [0, 1].map((k) => points.map((p) => (p as [number, number])[k] as number)) as [number[], number[]];
      const [w, h] = [xs, ys].map((all) => (Math.max(...all) - Math.min(...all)) / 2) as [number, number];
      expect(Math.max(w, h)).toBeCloseTo((LOOKS[i] as (typeof LOOKS)[0]).size, 3);
      for (const all of [xs, ys]) expect(Math.abs(Math.max(...all) + Math.min(...all)) / 2).toBeLessThan(0.002);
      expect(state.focusDistance).toBeCloseTo((stations[i] as { focus: number }).focus, 6);
    }
  });
});

test('moves that overlap go straight and end in the last stop; none of them jumps', () => {
  const { stations, poseAt } = visited(planOf({ overlap: 28, pace: 'glide' }));
  expect(stations.map(({ leaves, arrives }) => leaves - arrives)).toEqual([0, -8, -8, -8]);
  const last = stations.at(-1);
  const end = last && poseAt(last.arrives + 40);
  last?.pose.forEach((v, i) => expect(end?.[i]).toBeCloseTo(v, 6));
  const at = (frame: number) => new Vector3(...positionOf(poseAt(frame)));
  // While only the first move is under way the camera is on the line from the first stop to the second.
  const [first, second] = stations.map(({ pose }) => new Vector3(...positionOf(pose))) as [Vector3, Vector3];
  for (const frame of [4, 15, 21]) {
    const way = second.clone().sub(first);
    const off = at(frame).sub(first);
    expect(off.clone().cross(way).length() / way.length()).toBeLessThan(1e-6);
  }
  let fastest = 0;
  for (let f = 1; f < 160; f++) fastest = Math.max(fastest, at(f).distanceTo(at(f - 1)));
  const places = stations.map(({ pose }) => new Vector3(...positionOf(pose)));
  const longest = Math.max(...places.slice(1).map((place, i) => place.distanceTo(places[i] as Vector3)));
  // Eased at both ends it goes at most about twice as fast as its mean.
  expect(fastest).toBeLessThan((2.6 * longest) / 30);
});

test('begun later it first goes there from where the camera stands, and changes nothing before', () => {
  const { before, poseAt, stations } = visited(planOf(), { from: 40 });
  const [camera] = before.cameras;
  for (const frame of [0, 20, 40]) {
    const stood = camera && cameraPose(before, camera, frame, boundsOf);
    poseAt(frame).forEach((v, i) => expect(v).toBeCloseTo(stood?.[i] ?? NaN, 9));
  }
  expect(stations[0]).toMatchObject({ begins: 40, arrives: 70 });
  stations[0]?.pose.forEach((v, i) => expect(poseAt(70)[i]).toBeCloseTo(v, 6));
});

test('it drifts towards each stop while it stays, through the place that was meant, and comes to rest in the last', () => {
  const { stations, poseAt } = visited(planOf(), { drift: 0.4 });
  const [first] = stations;
  const middle = first && poseAt((first.arrives + first.leaves) / 2);
  first?.pose.forEach((v, i) => expect(middle?.[i]).toBeCloseTo(v, 6));
  const gone = new Vector3(...positionOf(poseAt(first?.arrives ?? 0))).distanceTo(new Vector3(...positionOf(poseAt(first?.leaves ?? 0))));
  expect(gone).toBeCloseTo(0.4, 6);
  stations.at(-1)?.pose.forEach((v, i) => expect(poseAt(299)[i]).toBeCloseTo(v, 6));
});

test('a hero at the end shows all of them; what is written opens again, on carriers that can be edited', () => {
  const { stations, after, stops } = visited(planOf({ hero: true }));
  expect(stations).toHaveLength(5);
  const [camera] = after.cameras;
  const state = camera && cameraState(after, camera, stations[4]?.arrives ?? 0, boundsOf);
  for (const { pose } of stops)
    for (const corner of boxCorners(EXTENT)) {
      const p = state && projected(state, transformPoint(pose, corner));
      expect(Math.max(Math.abs(p?.[0] ?? 9), Math.abs(p?.[1] ?? 9))).toBeLessThan(0.87);
    }
  expect(JSON.stringify(readProduction(JSON.parse(JSON.stringify(after))))).toBe(JSON.stringify(after));
  expect(after.cameras[0]?.carriers.map(({ kind, name }) => [kind, name])).toEqual([
    ['orbit', ''],
    ['slide', 'Visit'],
    ['slide', 'Visit, drift'],
  ]);
});
