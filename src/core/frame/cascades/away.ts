import { chance, flickersOut } from '../../motion/random';
import type { Cascade } from '../../production/owners/cascade';
import type { Values } from '../../motion/readers';
import { multiply, panTiltRoll, product, transformDirection, translation, type Mat4 } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import type { CameraState, PartLook, PartState } from '../frame-state';
import type { Unit } from './units';

/** How far from rest something is taken: moved, and turned and grown about a point of its own; seen or not. */
export interface Away {
  move: Vec3;
  /** In the frame of the mark; null for neither turned nor grown. */
  turn: Mat4 | null;
  opacity: number;
  on: boolean;
  look: PartLook | null;
}

/** One frame's width across and its height up, at some place: in the frame of the mark, metres. */
export type FrameAt = (point: Vec3) => { across: Vec3; up: Vec3 };

/** What stands around a mark whose parts move. */
export interface Around {
  /** Null where nothing is told by the frame of the picture. */
  frameAt: FrameAt | null;
  /** Pose of the mark. */
  pose: Mat4;
  /** Who looks; null where nobody does. */
  camera: CameraState | null;
}

/** Nothing is turned inside out, or loses its depth for good. */
const LEAST = 1e-4;

/** An even direction, by chance (Archimedes: heights on a sphere are even). */
function direction(...of: number[]): Vec3 {
  const up = 2 * chance(...of, 1) - 1;
  const round = 2 * Math.PI * chance(...of, 2);
  const flat = Math.sqrt(1 - up * up);
  return [flat * Math.cos(round), up, flat * Math.sin(round)];
}

/** Turned and grown about a point. Written out: it is done for every letter at every instant. */
function about(point: Vec3, turn: Mat4, size: number, deep: number): Mat4 {
  const x = point[0];
  const y = point[1];
  const z = point[2];
  const grown = size * deep;
  const a = (turn[0] as number) * size;
  const b = (turn[1] as number) * size;
  const c = (turn[2] as number) * size;
  const d = (turn[4] as number) * size;
  const e = (turn[5] as number) * size;
  const f = (turn[6] as number) * size;
  const g = (turn[8] as number) * grown;
  const h = (turn[9] as number) * grown;
  const i = (turn[10] as number) * grown;
  return [a, b, c, 0, d, e, f, 0, g, h, i, 0, x - (a * x + d * y + g * z), y - (b * x + e * y + h * z), z - (c * x + f * y + i * z), 1];
}

/** Turns told in the axes of a part, in those of its mark. */
function inAxes(axes: Mat4 | null, turn: Mat4): Mat4 {
  if (!axes) return turn;
  const bare = axes.map((v, i) => (i >= 12 && i < 15 ? 0 : v));
  const back = bare.map((_, i) => bare[4 * (i % 4) + Math.floor(i / 4)] as number);
  return product(bare, turn, back);
}

const mixed = (rest: number, to: number, away: number): number => Math.max(LEAST, 1 + away * (to - rest));

function moveOf(values: Values<Cascade['channels']>, unit: Unit, away: number, seed: number, frameAt: FrameAt | null): Vec3 {
  const { x, y, z, spread, scatter, frameX, frameY } = values;
  let mx = x * away;
  let my = y * away;
  let mz = z * away;
  if (unit.axes) [mx, my, mz] = transformDirection(unit.axes, [mx, my, mz]);
  if (spread !== 0) mx += unit.fromMiddle[0] * spread * away;
  if (scatter !== 0) {
    const [dx, dy, dz] = direction(seed, unit.parts[0] as number, 3);
    mx += dx * scatter * away;
    my += dy * scatter * away;
    mz += dz * scatter * away;
  }
  if (frameAt && (frameX !== 0 || frameY !== 0)) {
    const { across, up } = frameAt(unit.point);
    mx += (across[0] * frameX + up[0] * frameY) * away;
    my += (across[1] * frameX + up[1] * frameY) * away;
    mz += (across[2] * frameX + up[2] * frameY) * away;
  }
  return [mx, my, mz];
}

function tumbled({ pan, tilt, roll, tumble }: Values<Cascade['channels']>, unit: Unit, away: number, seed: number): Mat4 {
  const [a, b, c] = direction(seed, unit.parts[0] as number, 4);
  return panTiltRoll((pan + a * tumble) * away, (tilt + b * tumble) * away, (roll + c * tumble) * away);
}

function turnOf(values: Values<Cascade['channels']>, unit: Unit, away: number, seed: number): Mat4 | null {
  const { pan, tilt, roll, tumble, size, deep } = values;
  const turns = pan !== 0 || tilt !== 0 || roll !== 0 || tumble !== 0;
  if (!turns && size === 1 && deep === 1) return null;
  const told = tumble === 0 ? panTiltRoll(pan * away, tilt * away, roll * away) : tumbled(values, unit, away, seed);
  return about(unit.point, inAxes(unit.axes, told), mixed(1, size, away), mixed(1, deep, away));
}

/**
 * Where a part is that is so far from its rest.
 * @param away 1 for as far as the values say; beyond 0..1 where a pace overshoots
 * @param angle the way that is wiped, degrees
 * @param frame by which a flicker goes
 */
export function awayFrom(
  values: Values<Cascade['channels']>,
  unit: Unit,
  away: number,
  { seed, angle, frame, frameAt }: { seed: number; angle: number; frame: number; frameAt: FrameAt | null },
): Away {
  const share = away < 0 ? 0 : away > 1 ? 1 : away;
  const tints = values.tints * share;
  const [glow, roughness, wipe] = [values.glow * share, values.roughness * share, values.wipe * share];
  const inflate = Math.max(0, 1 + away * (values.inflate - 1));
  const looks = tints > 0 || glow > 0 || roughness !== 0 || wipe > 0 || inflate !== 1;
  return {
    move: moveOf(values, unit, away, seed, frameAt),
    turn: turnOf(values, unit, away, seed),
    opacity: 1 + share * (values.opacity - 1),
    on: !flickersOut(values.flicker * share, frame, seed, unit.parts[0] as number),
    look: looks ? { tints, colour: values.colour, glow, roughness, wipe, wipeAngle: angle, inflate } : null,
  };
}

function lookOfBoth(a: PartLook | null, b: PartLook | null): PartLook | null {
  if (!a || !b) return a ?? b;
  // The later one lies over the earlier one.
  const tints = a.tints + b.tints - a.tints * b.tints;
  const share = tints > 0 ? b.tints / tints : 0;
  const [r, g, blue] = ([0, 1, 2] as const).map((k) => a.colour[k] + share * (b.colour[k] - a.colour[k])) as [number, number, number];
  const { wipe, wipeAngle } = a.wipe > b.wipe ? a : b;
  const [glow, roughness, inflate] = [a.glow + b.glow, a.roughness + b.roughness, a.inflate * b.inflate];
  return { tints, colour: [r, g, blue], glow, roughness, wipe, wipeAngle, inflate };
}

/** Two that come together: places add, turns follow one another, opacities multiply, and both must let it be seen. */
export const both = (a: Away, b: Away): Away => ({
  move: [a.move[0] + b.move[0], a.move[1] + b.move[1], a.move[2] + b.move[2]],
  turn: a.turn && b.turn ? multiply(b.turn, a.turn) : (a.turn ?? b.turn),
  opacity: a.opacity * b.opacity,
  on: a.on && b.on,
  look: lookOfBoth(a.look, b.look),
});

/** A pose that is moved on. */
function moved(m: Mat4, move: Vec3): Mat4 {
  const out = m.slice();
  out[12] = (m[12] as number) + move[0];
  out[13] = (m[13] as number) + move[1];
  out[14] = (m[14] as number) + move[2];
  return out;
}

/** What it makes of a part, which may have a pose of its own already. */
export function stateOfAway({ move, turn, opacity, on, look }: Away, own: PartState | null): PartState {
  const pose = turn ? moved(turn, move) : translation(move[0], move[1], move[2]);
  return { pose: own ? multiply(pose, own.pose) : pose, opacity, on, look };
}
