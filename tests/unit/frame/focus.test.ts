import { produce } from 'immer';
import { BufferAttribute, BufferGeometry, DoubleSide, Mesh, MeshBasicMaterial, Raycaster, Vector3 } from 'three';
import { cannotHold, focusDistanceAt, focalLengthAt } from '@/core/frame/lens-state';
import { cameraPose } from '@/core/frame/camera-pose';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { markPose } from '@/core/frame/mark-pose';
import { throughIris, type Iris } from '@/core/optics/iris';
import { projected } from '@/core/optics/project';
import { discPoint } from '@/core/optics/samples';
import type { Camera, FocusTarget } from '@/core/production/camera';
import { addForm } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { copyPoses } from '@/core/production/pattern';
import { emptyProduction, type Production } from '@/core/production/production';
import { forwardOf, invertRigid, multiply, positionOf, sizeIn, transformDirection, transformPoint, type Mat4 } from '@/core/space/matrix';
import { boxCorners, dot, subtract, type Vec3 } from '@/core/space/vector';
import { solidProbe } from '@/picture/solid-probe';
import { key, straightKey } from '../support/key';

/** A star and a ring before it, a camera that orbits and comes nearer. */
const production: Production = produce(emptyProduction('Anemone', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
  addForm(draft, 'star');
  addForm(draft, 'ring');
  const [star, ring] = draft.marks;
  if (!star || !ring) throw new Error('no forms');
  star.channels.pan.rest = 20;
  ring.channels.z.rest = 1.4;
  ring.channels.x.keys = [straightKey(0, -2), straightKey(99, 2)];
  const [orbit] = draft.cameras[0]?.carriers ?? [];
  if (orbit?.kind !== 'orbit') throw new Error('no orbit');
  orbit.channels.azimuth.keys = [straightKey(0, -50), straightKey(99, 40)];
  orbit.channels.height.rest = 4;
  orbit.channels.radius.keys = [straightKey(0, 9), straightKey(99, 3)];
});
const camera = production.cameras[0] as Camera;
const [star, ring] = production.marks as [Mark, Mark];
const solids = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
const boundsOf = (id: string) => solids.get(id)?.bounds;
const probe = solidProbe((id) => solids.get(id));
const focused = (target: Partial<FocusTarget> & { smooth?: number }) => produce(camera, (draft) => void Object.assign(draft.focus, target));

/** The first surface along the lens axis, by the library three, without a tree. */
function axisByThree(frame: number): number | null {
  const pose = cameraPose(production, camera, frame, boundsOf);
  let first: number | null = null;
  for (const mark of production.marks) {
    const into = invertRigid(markPose(production, mark, frame, boundsOf));
    for (const { mesh, pose: stand } of solids.get(mark.id)?.pieces ?? []) {
      const geometry = new BufferGeometry()
        .setAttribute('position', new BufferAttribute(mesh.positions, 3))
        .setIndex(new BufferAttribute(mesh.indices, 1));
      const inner = multiply(invertRigid(stand), into);
      const ray = new Raycaster(
        new Vector3(...transformPoint(inner, positionOf(pose))),
        new Vector3(...transformDirection(inner, forwardOf(pose))),
      );
      const met = ray.intersectObject(new Mesh(geometry, new MeshBasicMaterial({ side: DoubleSide })))[0];
      if (met && (first === null || met.distance < first)) first = met.distance;
    }
  }
  return first;
}

describe('follow focus', () => {
  test('along the axis hits the surface to 1 mm, by the library three’s ray', () => {
    let met = 0;
    for (let frame = 0; frame < 100; frame += 7) {
      const theirs = axisByThree(frame);
      if (theirs === null) continue;
      met++;
      expect(Math.abs(focusDistanceAt(production, focused({ on: 'axis' }), frame, boundsOf, probe) - theirs)).toBeLessThan(1e-3);
    }
    expect(met).toBeGreaterThan(5);
  });

  test('on a mark’s nearest point there is no vertex of it nearer to the lens', () => {
    for (const frame of [0, 33, 80]) {
      const pose = cameraPose(production, camera, frame, boundsOf);
      const stand = markPose(production, ring, frame, boundsOf);
      let nearest: Vec3 = [0, 0, 0];
      let least = Infinity;
      for (const { mesh, pose: piece } of solids.get(ring.id)?.pieces ?? []) {
        for (let i = 0; i < mesh.positions.length; i += 3) {
          const point = transformPoint(multiply(stand, piece), [
            mesh.positions[i] as number,
            mesh.positions[i + 1] as number,
            mesh.positions[i + 2] as number,
          ]);
          const away = Math.hypot(...subtract(point, positionOf(pose)));
          if (away < least) [least, nearest] = [away, point];
        }
      }
      const depth = focusDistanceAt(production, focused({ on: 'nearest', markId: ring.id }), frame, boundsOf, probe);
      // Between vertices it may be a little nearer, by the sagitta of a facet at most.
      expect(Math.abs(depth - dot(subtract(nearest, positionOf(pose)), forwardOf(pose)))).toBeLessThan(0.02);
    }
  });

  test('smoothed over frames it has no jump where the axis leaves one mark for another', () => {
    const follow = (smooth: number) =>
      Array.from({ length: 990 }, (_, i) => focusDistanceAt(production, focused({ on: 'axis', smooth }), i / 10, boundsOf, probe));
    const steps = (values: number[]) => Math.max(...values.slice(1).map((v, i) => Math.abs(v - (values[i] as number))));
    expect(steps(follow(0))).toBeGreaterThan(0.3);
    expect(steps(follow(16))).toBeLessThan(0.06);
  });

  test('a point, a front, a distance, and a target that is gone', () => {
    const pose = cameraPose(production, camera, 0, boundsOf);
    const point = { x: 0.4, y: 0.2, z: -0.3 };
    expect(focusDistanceAt(production, focused({ on: 'point', point }), 0, boundsOf)).toBeCloseTo(
      dot(subtract([0.4, 0.2, -0.3], positionOf(pose)), forwardOf(pose)),
      9,
    );
    expect(focusDistanceAt(production, focused({ on: 'front', markId: 'gone' }), 0, boundsOf)).toBe(8);
    expect(focusDistanceAt(production, focused({ on: 'front', markId: star.id }), 0, boundsOf)).toBeGreaterThan(7);
  });

  test('of copies that are strewn smaller, or mirrored, the surface is where it is seen', () => {
    for (const pattern of [
      { kind: 'scatter', surface: 'upright', count: 1, wide: 0.01, deep: 0.01, strays: 0, varies: 0.9 },
      { kind: 'tiles', count: 2, rows: 1, gap: -1 },
    ]) {
      const small = produce(emptyProduction('Small', { width: 1920, height: 1080, rate: '25', length: 10 }), (draft) => {
        addForm(draft, 'disc');
        Object.assign((draft.marks[0] as Mark).pattern, pattern);
        const [orbit] = draft.cameras[0]?.carriers ?? [];
        if (orbit?.kind === 'orbit') Object.assign(orbit.channels, { radius: { rest: 8, keys: [] }, height: { rest: 0, keys: [] } });
      });
      const own = (target: Partial<FocusTarget>) => produce(small.cameras[0] as Camera, (draft) => void Object.assign(draft.focus, target));
      const [mark] = small.marks as [Mark];
      const built = buildMark(mark, []);
      const bounds = () => built.bounds;
      const size = sizeIn(copyPoses(mark.pattern, built.bounds)[0] as Mat4);
      // The face of a disc is 0.14 m before its middle.
      const wanted = 8 - 0.14 * size;
      if (pattern.kind === 'scatter') expect(size).toBeLessThan(0.99);
      for (const target of [{ on: 'axis' }, { on: 'front', markId: mark.id }, { on: 'nearest', markId: mark.id }] as const)
        for (const seen of [solidProbe(() => built), undefined])
          expect(Math.abs(focusDistanceAt(small, own(target), 0, bounds, seen) - wanted)).toBeLessThan(1e-3);
    }
  });

  test('a rack goes from one target to the other as it is keyed, evenly in one over the distance', () => {
    const racked = (share: number) =>
      produce(camera, (draft) => {
        Object.assign(draft.focus, {
          on: 'point',
          point: { x: 0, y: 0, z: 0 },
          to: { on: 'point', markId: null, point: { x: 0, y: 0, z: -8 } },
        });
        draft.lens.channels.rack = { rest: share, keys: [] };
      });
    const [near, half, far] = [0, 0.5, 1].map((share) => focusDistanceAt(production, racked(share), 50, boundsOf)) as [
      number,
      number,
      number,
    ];
    expect(far).toBeGreaterThan(near + 2);
    expect(1 / half).toBeCloseTo((1 / near + 1 / far) / 2, 12);
  });
});

describe('hold size', () => {
  test('keeps the projected height of a mark within 0.1 % while the camera comes from 9 m to 3 m', () => {
    const held = produce(production, (draft) => {
      const [own] = draft.cameras;
      if (!own) return;
      own.hold = { markId: star.id, from: 0 };
      // Moves straight at it.
      const [orbit] = own.carriers;
      if (orbit?.kind === 'orbit') orbit.channels.azimuth = { rest: 10, keys: [] };
    });
    const height = (frame: number) => {
      const { camera: state } = evaluate(held, frame / 25, boundsOf);
      const pose = markPose(held, star, frame, boundsOf);
      const ups = boxCorners(boundsOf(star.id) ?? { min: [0, 0, 0], max: [0, 0, 0] }).map(
        (corner) => projected(state, transformPoint(pose, corner))?.[1] ?? NaN,
      );
      return Math.max(...ups) - Math.min(...ups);
    };
    for (const frame of [20, 50, 75, 99]) expect(Math.abs(height(frame) / height(0) - 1)).toBeLessThan(1e-3);
    const focal = (frame: number) => evaluate(held, frame / 25, boundsOf).camera.focalLengthMm;
    expect(focal(99)).toBeLessThan(0.4 * focal(0));
    // Let go by half, the lens is half the way, in ratios.
    const half = produce(held, (draft) => void (draft.cameras[0] && (draft.cameras[0].lens.channels.hold = { rest: 0.5, keys: [] })));
    const own = half.cameras[0] as Camera;
    expect(focalLengthAt(half, own, 99, cameraPose(half, own, 99, boundsOf), boundsOf)).toBeCloseTo(Math.sqrt(focal(99) * 35), 6);
  });

  test('goes on while a part of the mark passes beside the lens, without a jump; behind it, it is said that it cannot', () => {
    // Eight millimetres, and straight on through the mark's plane.
    const passing = produce(production, (draft) => {
      const [own] = draft.cameras;
      if (!own) return;
      own.hold = { markId: star.id, from: 0 };
      own.lens.channels.focalLengthMm = { rest: 8, keys: [] };
      const [orbit] = own.carriers;
      if (orbit?.kind !== 'orbit') return;
      orbit.channels.azimuth = { rest: 70, keys: [] };
      orbit.channels.radius = { rest: 2, keys: [key(0, 2, { join: 'straight' }), key(90, 0.01, { join: 'straight' })] };
    });
    const own = passing.cameras[0] as Camera;
    const focal = Array.from({ length: 80 }, (_, frame) => evaluate(passing, frame / 25, boundsOf).camera.focalLengthMm);
    // It zooms out all the way: as near as this the mark would fill the frame with the lens it began with.
    expect(focal[79]).toBeLessThan(0.5 * (focal[0] as number));
    focal.slice(1).forEach((mm, i) => expect(Math.abs(Math.log(mm / (focal[i] as number)))).toBeLessThan(0.15));
    expect(cannotHold(passing, own, 40, boundsOf)).toBeNull();
    const away = produce(passing, (draft) => {
      const [orbit] = draft.cameras[0]?.carriers ?? [];
      if (orbit?.kind === 'orbit') orbit.channels.pivotX = { rest: 0, keys: [key(0, 0), key(50, -60)] };
    });
    expect(cannotHold(away, away.cameras[0] as Camera, 50, boundsOf)).toMatch(/behind the lens/);
  });
});

describe('the iris', () => {
  const iris = (more: Partial<Iris>): Iris => ({ blades: 6, roundness: 0, squeeze: 1, turn: 0, ...more });
  const points = (of: Iris) => Array.from({ length: 20_000 }, (_, i) => throughIris(discPoint(i, 20_000), of));

  test('a round one is the disc; straight blades fill a polygon of the same area evenly', () => {
    expect(throughIris([0.3, -0.4], iris({ blades: 0 }))).toEqual([0.3, -0.4]);
    // A hexagon with the area of the unit disc reaches sqrt(2π / 3√3) to its corners, and cos 30° of that to its sides (geometry).
    const corner = Math.sqrt((2 * Math.PI) / (3 * Math.sqrt(3)));
    const all = points(iris({}));
    expect(Math.max(...all.map(([x]) => x))).toBeCloseTo(corner * Math.cos(Math.PI / 6), 1);
    expect(Math.max(...all.map((p) => Math.hypot(...p)))).toBeCloseTo(corner, 1);
    const near = (x: number, y: number) => all.filter(([px, py]) => Math.hypot(px - x, py - y) < 0.2).length;
    const expected = 20_000 * 0.04;
    for (const [x, y] of [
      [0, 0],
      [0.6, 0],
      [0, 0.75],
      [-0.4, 0.5],
      [0.5, -0.5],
    ] as const)
      expect(Math.abs(near(x, y) / expected - 1)).toBeLessThan(0.05);
  });

  test('a squeeze makes what is out of focus narrow and keeps its area', () => {
    const all = points(iris({ roundness: 1, squeeze: 0.5 }));
    const [wide, high] = [Math.max(...all.map(([x]) => x)), Math.max(...all.map(([, y]) => y))];
    expect(wide / high).toBeCloseTo(0.5, 2);
    expect(wide * high).toBeCloseTo(1, 1);
  });
});
