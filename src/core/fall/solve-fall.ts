import type Rapier from '@dimforge/rapier3d-compat';
import { hash32, seededRandom } from '../motion/random';
import { radians } from '../space/angle';
import { invertRigid, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import type { Quaternion } from '../space/quaternion';
import { add, length, normalise, scale, subtract, type Vec3 } from '../space/vector';
import type { FallForces, Release } from './fall-settings';
import type { FallMotion } from './fall-motion';

/** Steps a second that are solved, and poses a second that are kept. */
export const SOLVE_RATE = 120;
export const KEPT_RATE = 60;
/** Faster than this nothing falls by itself: bodies that were set within one another have burst, m/s. */
const BURST_SPEED = 400;
/** How much smaller than itself a body is as it meets others: so those that fit together at rest do not press on one another. */
const SLACK = 0.985;

/** Something that falls, as it stands at the beginning in the world. */
export interface FallBody {
  /** x, y, z of points, metres: each list is a convex part of it. */
  hulls: Float32Array[];
}

/** Something that stands in the way and does not move. */
export interface Obstacle {
  positions: Float32Array;
  indices: Uint32Array;
}

export interface FallOrder {
  bodies: FallBody[];
  obstacles: Obstacle[];
  /** Where the mark stands that they are of. */
  pose: Mat4;
  forces: FallForces;
}

/** Why a fall could not be solved, in words. */
export class FallError extends Error {}

type Engine = typeof Rapier;
interface Falling {
  body: Rapier.RigidBody;
  home: Vec3;
  /** Seconds at which it is let go. */
  release: number;
  velocity: Vec3;
  spin: Vec3;
  isFree: boolean;
}

const vector = ([x, y, z]: Vec3) => ({ x, y, z });

function middleOf(hulls: readonly Float32Array[]): Vec3 {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (const hull of hulls) {
    for (let i = 0; i < hull.length; i++) {
      const [k, v] = [i % 3, hull[i] as number];
      min[k] = Math.min(min[k] as number, v);
      max[k] = Math.max(max[k] as number, v);
    }
  }
  return [0, 1, 2].map((k) => ((min[k] as number) + (max[k] as number)) / 2) as unknown as Vec3;
}

/** Places in the order in which bodies are let go, 0..1. */
function releaseOrder(homes: readonly Vec3[], middle: Vec3, release: Release, seed: number): number[] {
  const value = (home: Vec3, i: number): number => {
    switch (release) {
      case 'together':
        return 0;
      case 'left':
        return home[0];
      case 'right':
        return -home[0];
      case 'top':
        return -home[1];
      case 'bottom':
        return home[1];
      case 'middle':
        return length(subtract(home, middle));
      case 'chance':
        return hash32(seed, i);
    }
  };
  const values = homes.map(value);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return values.map((v) => (high > low ? (v - low) / (high - low) : 0));
}

function direction(random: () => number): Vec3 {
  const z = 2 * random() - 1;
  const angle = 2 * Math.PI * random();
  const r = Math.sqrt(1 - z * z);
  return [r * Math.cos(angle), r * Math.sin(angle), z];
}

/** Puts all that stands in the way into the world. */
function addObstacles(engine: Engine, world: Rapier.World, { obstacles, forces }: FallOrder): void {
  const surface = (desc: Rapier.ColliderDesc) =>
    world.createCollider(
      desc.setRestitution(forces.bounce).setFriction(forces.friction).setRestitutionCombineRule(engine.CoefficientCombineRule.Max),
    );
  if (forces.floor) surface(new engine.ColliderDesc(new engine.HalfSpace({ x: 0, y: 1, z: 0 })).setTranslation(0, forces.floorY, 0));
  if (forces.wall) surface(new engine.ColliderDesc(new engine.HalfSpace({ x: 0, y: 0, z: 1 })).setTranslation(0, 0, forces.wallZ));
  for (const { positions, indices } of obstacles) surface(engine.ColliderDesc.trimesh(positions, indices));
}

function addBody(engine: Engine, world: Rapier.World, { hulls }: FallBody, home: Vec3, { bounce, friction }: FallForces): Rapier.RigidBody {
  const body = world.createRigidBody(
    engine.RigidBodyDesc.fixed()
      .setTranslation(...(home as [number, number, number]))
      .setCcdEnabled(true),
  );
  for (const hull of hulls) {
    const own = hull.map((v, i) => (v - (home[i % 3] as number)) * SLACK);
    const desc = engine.ColliderDesc.convexHull(own);
    if (!desc) continue;
    world.createCollider(
      desc.setRestitution(bounce).setFriction(friction).setRestitutionCombineRule(engine.CoefficientCombineRule.Max),
      body,
    );
  }
  return body;
}

/** Bodies in the world, with what each is pushed by as it is let go. What has no extent, as a blank between letters, stays where it is. */
function addBodies(engine: Engine, world: Rapier.World, { bodies, forces }: FallOrder): Falling[] {
  const solid = bodies.map(({ hulls }) => hulls.length > 0);
  const homes = bodies.map(({ hulls }, i) => (solid[i] ? middleOf(hulls) : ([0, 0, 0] as const)));
  const middle = scale(homes.reduce<Vec3>(add, [0, 0, 0]), 1 / Math.max(1, solid.filter(Boolean).length));
  const order = releaseOrder(homes, middle, forces.release, forces.seed);
  const random = seededRandom(forces.seed);
  return bodies.map((each, i): Falling => {
    const home = homes[i] as Vec3;
    const apart = scale(normalise(subtract(home, middle)), forces.burst);
    const stray = scale(direction(random), forces.stray);
    const spin = scale(direction(random), radians(random() * forces.spin));
    return {
      body: addBody(engine, world, each, home, forces),
      home,
      release: solid[i] ? (order[i] as number) * forces.over : Infinity,
      velocity: add(add([forces.pushX, forces.pushY, forces.pushZ], apart), stray),
      spin,
      isFree: false,
    };
  });
}

/** Lets a body go, and pushes it. */
function letGo(engine: Engine, each: Falling): void {
  each.isFree = true;
  each.body.setBodyType(engine.RigidBodyType.Dynamic, true);
  each.body.setLinvel(vector(each.velocity), true);
  each.body.setAngvel(vector(each.spin), true);
}

/** What the air and the way home do to a body, beside gravity. */
function pull({ body, home }: Falling, { drag, windX, windY, windZ, home: back }: FallForces): void {
  if (drag === 0 && back === 0) return;
  const mass = body.mass();
  const v = body.linvel();
  const p = body.translation();
  // Critically damped, so that what is drawn home comes to rest there.
  const held = 2 * Math.sqrt(back);
  const force = {
    x: mass * (drag * (windX - v.x) + back * (home[0] - p.x) - held * v.x),
    y: mass * (drag * (windY - v.y) + back * (home[1] - p.y) - held * v.y),
    z: mass * (drag * (windZ - v.z) + back * (home[2] - p.z) - held * v.z),
  };
  body.resetForces(false);
  body.addForce(force, true);
  const w = body.angvel();
  const slowed = 1 - Math.min(1, (drag + held) / SOLVE_RATE);
  const { x, y, z } = body.rotation();
  const turnHome = (2 * back) / SOLVE_RATE;
  body.setAngvel({ x: w.x * slowed - x * turnHome, y: w.y * slowed - y * turnHome, z: w.z * slowed - z * turnHome }, true);
}

/** A turn of the world as it is told in the frame of a mark: about the same axis, seen from there. */
function turnIn({ x, y, z, w }: { x: number; y: number; z: number; w: number }, inverse: Mat4): Quaternion {
  return [...transformDirection(inverse, [x, y, z]), w];
}

/**
 * Solves how bodies fall, step by step; the same order gives the same motion to the bit.
 * @param engine Rapier, made ready
 * @throws FallError where it cannot be solved, in words
 */
export function* solveFall(engine: Engine, order: FallOrder): Generator<{ done: number; of: number }, FallMotion, void> {
  const { forces, pose } = order;
  if (!order.bodies.some(({ hulls }) => hulls.length > 0)) throw new FallError('There is nothing here that could fall.');
  const world = new engine.World({ x: 0, y: -forces.gravity, z: 0 });
  try {
    world.timestep = 1 / SOLVE_RATE;
    addObstacles(engine, world, order);
    const falling = addBodies(engine, world, order);
    const every = SOLVE_RATE / KEPT_RATE;
    const count = Math.round(forces.seconds * KEPT_RATE) + 1;
    const motion = emptyMotion(falling, count, pose);
    const inverse = invertRigid(pose);
    for (let n = 0; n < count; n++) {
      for (let step = 0; n > 0 && step < every; step++) {
        const time = ((n - 1) * every + step) / SOLVE_RATE;
        for (const each of falling) {
          if (!each.isFree && each.release <= time) letGo(engine, each);
          if (each.isFree) pull(each, forces);
        }
        world.step();
      }
      keepPoses(falling, motion, n, inverse);
      yield { done: n + 1, of: count };
    }
    return motion;
  } finally {
    world.free();
  }
}

function emptyMotion(falling: readonly Falling[], count: number, pose: Mat4): FallMotion {
  const inverse = invertRigid(pose);
  const bodies = falling.length;
  return {
    rate: KEPT_RATE,
    count,
    bodies,
    centres: Float32Array.from(falling.flatMap(({ home }) => transformPoint(inverse, home))),
    places: new Float32Array(3 * count * bodies),
    turns: new Float32Array(4 * count * bodies),
  };
}

function keepPoses(falling: readonly Falling[], { places, turns, count }: FallMotion, n: number, inverse: Mat4): void {
  falling.forEach(({ body, home }, i) => {
    const { x, y, z } = body.translation();
    const moved = transformDirection(inverse, subtract([x, y, z], home));
    const v = body.linvel();
    if (!moved.every(Number.isFinite) || !(Math.hypot(v.x, v.y, v.z) < BURST_SPEED)) {
      throw new FallError(
        'The pieces burst apart: some of them stand within one another or within an obstacle. Try other obstacles, or no push.',
      );
    }
    places.set(moved, 3 * (i * count + n));
    const turn = turnIn(body.rotation(), inverse);
    // A turn and its opposite are one: the nearer to the one before is kept, so that it goes on without a jump.
    const before = 4 * (i * count + n - 1);
    const isFar = n > 0 && [0, 1, 2, 3].reduce((sum, k) => sum + (turns[before + k] as number) * (turn[k] as number), 0) < 0;
    turns.set(isFar ? turn.map((v) => -v) : turn, 4 * (i * count + n));
  });
}
