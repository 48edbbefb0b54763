import Rapier from '@dimforge/rapier3d-compat';
import { createHash } from 'node:crypto';
import { fallPose, type FallMotion } from '@/core/fall/fall-motion';
import { fallForcesOf, type FallForces } from '@/core/fall/fall-settings';
import { packFall, unpackFall } from '@/core/fall/packed-fall';
import { FallError, KEPT_RATE, solveFall, SOLVE_RATE, type FallBody, type FallOrder } from '@/core/fall/solve-fall';
import { IDENTITY, invertRigid, panTiltRoll, product, transformPoint, translation, type Mat4 } from '@/core/space/matrix';

beforeAll(() => Rapier.init());

/** A box about a place, its half sides given. */
function box(x: number, y: number, z: number, a = 0.1, b = a, c = a): FallBody {
  const hull = [-1, 1].flatMap((i) => [-1, 1].flatMap((j) => [-1, 1].flatMap((k) => [x + i * a, y + j * b, z + k * c])));
  return { hulls: [Float32Array.from(hull)] };
}

const CALM = { stray: 0, spin: 0, floor: false };
const order = (bodies: FallBody[], forces: Parameters<typeof fallForcesOf>[0], rest: Partial<FallOrder> = {}): FallOrder => ({
  bodies,
  obstacles: [],
  pose: IDENTITY,
  forces: fallForcesOf({ ...CALM, ...forces }),
  ...rest,
});

function solve(asked: FallOrder): FallMotion {
  const steps = solveFall(Rapier, asked);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

const place = ({ places, count }: FallMotion, body: number, n: number, k = 1) => places[3 * (body * count + n) + k] as number;
const heights = (motion: FallMotion, body = 0) => Array.from({ length: motion.count }, (_, n) => place(motion, body, n));

test('what falls freely falls by g t²/2, off by no more than what the solver is known to add (g·t·Δt/8, measured)', () => {
  const motion = solve(order([box(0, 0, 0)], { seconds: 2 }));
  for (const t of [0.5, 1, 2]) {
    const g: FallForces['gravity'] = 9.81;
    expect(place(motion, 0, t * KEPT_RATE)).toBeCloseTo(-((g * t * t) / 2 + (g * t) / SOLVE_RATE / 8), 4);
  }
});

test('a box bounces with its share of the speed: coefficient of restitution (handbook)', () => {
  const motion = solve(order([box(0, 1.1, 0)], { seconds: 2, floor: true, bounce: 0.6 }));
  const ys = heights(motion);
  const speeds = ys.slice(1).map((y, n) => (y - (ys[n] as number)) * KEPT_RATE);
  expect(Math.max(...speeds) / -Math.min(...speeds)).toBeCloseTo(0.6, 1);
});

test('a box that slides stops after v²/(2 μ g) (Coulomb friction, handbook)', () => {
  const motion = solve(
    order([box(0, 0.1, 0, 0.1, 0.1, 0.1)], { seconds: 3, floor: true, floorY: 0.0015, bounce: 0, friction: 0.4, pushX: 2 }),
  );
  expect(place(motion, 0, motion.count - 1, 0)).toBeCloseTo((2 * 2) / (2 * 0.4 * 9.81), 1);
  expect(place(motion, 0, motion.count - 1, 0)).toBeCloseTo(place(motion, 0, motion.count - 20, 0), 4);
});

test('obstacles and walls are not passed, and what is drawn home comes to rest there', () => {
  const table = { positions: Float32Array.from([-2, 0, -2, 2, 0, -2, 2, 0, 2, -2, 0, 2]), indices: Uint32Array.from([0, 2, 1, 0, 3, 2]) };
  const landed = solve(order([box(0, 1, 0)], { seconds: 3, bounce: 0 }, { obstacles: [table] }));
  expect(place(landed, 0, landed.count - 1)).toBeCloseTo(-0.9, 1);
  const thrown = solve(order([box(0, 1, 0)], { seconds: 3, gravity: 0, pushZ: -5, wall: true, wallZ: -1, bounce: 0 }));
  const depths = Array.from({ length: thrown.count }, (_, n) => place(thrown, 0, n, 2));
  expect(Math.min(...depths)).toBeGreaterThan(-0.93);
  // It does not bounce: what speed is left is that by which soft contact lets go of it.
  expect(Math.abs((depths.at(-1) as number) - (depths.at(-2) as number)) * KEPT_RATE).toBeLessThan(0.2);
  const home = solve(order([box(0, 1, 0)], { seconds: 6, gravity: 0, pushX: 3, spin: 200, home: 20 }));
  expect(Math.max(...home.places.map(Math.abs))).toBeGreaterThan(0.2);
  expect(Math.abs(place(home, 0, home.count - 1, 0))).toBeLessThan(1e-3);
});

test('the air takes what falls along: after a second it goes with the wind by 1 - e^-k (linear drag, handbook)', () => {
  const k = 3;
  const motion = solve(order([box(0, 0, 0)], { seconds: 1.5, gravity: 0, drag: k, windX: 4 }));
  const speed = (t: number) => (place(motion, 0, t * KEPT_RATE + 1, 0) - place(motion, 0, t * KEPT_RATE - 1, 0)) * (KEPT_RATE / 2);
  for (const t of [0.5, 1]) expect(speed(t) / (4 * (1 - Math.exp(-k * t)))).toBeCloseTo(1, 1);
});

test('bodies are let go one after another, in their order', () => {
  const motion = solve(order([box(2, 0, 0), box(0, 0, 0), box(1, 0, 0)], { seconds: 2, release: 'left', over: 1 }));
  const begins = [0, 1, 2].map((body) => heights(motion, body).findIndex((y) => y < -1e-4) / KEPT_RATE);
  expect(begins[1]).toBeCloseTo(0, 1);
  expect(begins[2]).toBeCloseTo(0.5, 1);
  expect(begins[0]).toBeCloseTo(1, 1);
});

test.each([
  ['right', [0, 2, 1]],
  ['top', [1, 0, 2]],
  ['bottom', [2, 0, 1]],
  ['middle', [0, 2, 1]],
] as const)('let go from the %s they fall in that order', (release, expected) => {
  // At 0.6, 2.09 and 2 m from the middle of all.
  const bodies = [box(1.2, 0, 0), box(0, 2, 0), box(0.6, -2, 0)];
  const motion = solve(order(bodies, { seconds: 2, release, over: 1 }));
  const begins = bodies.map((_, body) => heights(motion, body).findIndex((y) => y < -1e-4));
  const places = bodies.map((_, body) => begins.filter((begin) => begin < (begins[body] as number)).length);
  expect([0, 1, 2].map((place) => places.indexOf(place))).toEqual(expected);
});

const heap = () => Array.from({ length: 30 }, (_, i) => box((i % 6) * 0.22, 0.3 + Math.floor(i / 6) * 0.22, 0, 0.1));

test('the same fall twice is the same to the bit, other chance another', () => {
  const hash = (seed: number) =>
    createHash('sha256')
      .update(packFall(solve(order(heap(), { seconds: 1.5, floor: true, stray: 1, seed }))))
      .digest('hex');
  expect(hash(1)).toBe(hash(1));
  expect(hash(1)).not.toBe(hash(2));
});

test('what is told in the frame of a turned mark is the same fall in the world', () => {
  const pose = product(translation(3, 1, -2), panTiltRoll(40, 10, 25));
  const bodies = [box(3, 1, -2), box(3.5, 1.5, -2.2)];
  const forces = { seconds: 1, spin: 300, pushX: 1 };
  const [world, own] = [solve(order(bodies, forces)), solve(order(bodies, forces, { pose }))];
  const point = [3.05, 1.02, -2.1] as const;
  for (const body of [0, 1]) {
    const inWorld = transformPoint(fallPose(world, body, 0.8, 0) as Mat4, point);
    const inverse = transformPoint(product(pose, fallPose(own, body, 0.8, 0) as Mat4), transformPoint(invertRigid(pose), point));
    inWorld.forEach((v, k) => expect(inverse[k]).toBeCloseTo(v, 3));
  }
});
test('a fall is at rest at its beginning, and taken back to rest as far as is asked', () => {
  const motion = solve(order([box(1, 1, 0)], { seconds: 1, spin: 500 }));
  expect(fallPose(motion, 0, 0, 0)).toBeNull();
  expect(fallPose(motion, 0, 0.5, 1)).toBeNull();
  const [whole, half] = [0, 0.5].map((home) => transformPoint(fallPose(motion, 0, 0.5, home) as Mat4, [1, 1, 0])[1] - 1);
  expect((half as number) / (whole as number)).toBeCloseTo(0.5, 6);
  expect(fallPose(motion, 7, 0.5, 0)).toBeNull();
});

test('packed and taken apart again a fall is within a fiftieth of a millimetre and a five-hundredth of a degree', () => {
  const motion = solve(order(heap(), { seconds: 1.5, floor: true, stray: 1 }));
  const text = packFall(motion);
  const again = unpackFall({ motion: text }) as FallMotion;
  expect(again).toMatchObject({ rate: motion.rate, count: motion.count, bodies: motion.bodies });
  again.places.forEach((v, i) => expect(Math.abs(v - (motion.places[i] as number))).toBeLessThan(2e-5));
  again.turns.forEach((v, i) => expect(Math.abs(v - (motion.turns[i] as number))).toBeLessThan(3.5e-5));
  // Seven numbers of four bytes each would be more than three times as long.
  expect(text.length).toBeLessThan((motion.count * motion.bodies * 28) / 3);
});

test.each([
  '',
  'AAAA',
  '!!',
  packFall({ rate: 60, count: 2, bodies: 1, centres: new Float32Array(3), places: new Float32Array(6), turns: new Float32Array(8) }).slice(
    0,
    8,
  ),
])('what is no fall is not read: %s', (motion) => expect(unpackFall({ motion })).toBeNull());

test('what would burst apart is refused in words, and so is a fall of nothing', () => {
  expect(() => solve(order([], {}))).toThrow(FallError);
  expect(() => solve(order([box(0, 0, 0)], { seconds: 20, gravity: 50 }))).toThrow(/burst apart/);
});
