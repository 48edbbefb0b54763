import type { Ring } from '../outline/ring';
import type { Contact } from '../outline/press-apart';
import { SolidError } from './bevelled-solid';
import { solveMembrane } from './membrane';
import { MeshBuilder, type SolidMesh, type Swell } from './mesh';
import { refineSkin, type SolvedSkin } from './refine-skin';
import { skinPlan } from './skin-plan';
import { WavefrontError } from './triangulate';

export interface SkinShape {
  /** Depth of the seam, metres along +Z. */
  middle: number;
  /** Height over the seam at which an invisible lid stops the skin, metres; 0 for none. */
  lid: number;
  /** Lines along which it presses on its neighbours: there it stands up as a wall instead of closing in a seam. */
  contacts?: readonly Contact[];
}

/** Where a skin meets its lid: it is straight up to the first share of the lid's height, bends, and lies flat from the second on. */
const LID_FROM = 0.6;
const LID_TO = 1.4;

/** Height under a lid, and how much of the slope is left there. */
function underLid(height: number, lid: number): [number, number] {
  if (lid <= 0) return [height, 1];
  const share = height / lid;
  if (share <= LID_FROM) return [height, 1];
  if (share >= LID_TO) return [lid, 0];
  return [lid * (share - (share - LID_FROM) ** 2 / (2 * (LID_TO - LID_FROM))), 1 - (share - LID_FROM) / (LID_TO - LID_FROM)];
}

/**
 * A closed skin over an outline, blown up by even pressure on both sides of its seam. What is returned stands at amount 1; `swollen`
 * gives any other.
 * @param rings united outline in metres: outer contours anticlockwise, holes clockwise
 * @param scale size that tolerances refer to, metres
 * @throws SolidError when the outline cannot be covered
 */
export function buildSkin(rings: readonly Ring[], { middle, lid, contacts = [] }: SkinShape, scale: number): SolidMesh {
  try {
    const { x, y, triangles, edges, held, u, slope } = refineSkin(solvedSkin(rings, contacts, scale));
    const pressed = pressedEdges(edges, x, y, contacts, scale);
    const mesh = new MeshBuilder();
    const rises: number[] = [];
    const walls: number[] = [];
    // A point of the seam is one vertex for both sides.
    const vertex = (i: number, side: 1 | -1, wall: readonly [number, number] | null) => {
      const g = held[i] ? 0 : Math.sqrt(u[i] as number);
      const topo = mesh.topoVertex(
        held[i] ? 3 * i : 3 * i + (side > 0 ? 1 : 2),
        x[i] as number,
        y[i] as number,
        middle + side * underLid(g, lid)[0],
      );
      const sx = slope[2 * i] as number;
      const sy = slope[2 * i + 1] as number;
      const normal = wall ? ([wall[0], wall[1], 0] as const) : normalAt(g, sx, sy, side, lid, 1);
      const made = mesh.vertex(topo, ...normal, (x[i] as number) * (wall ? 1 : side), wall ? side * g : (y[i] as number));
      rises[3 * made] = side * g;
      rises[3 * made + 1] = sx;
      rises[3 * made + 2] = sy;
      walls[made] = wall ? 1 : 0;
      return made;
    };
    mesh.begin('face');
    for (let t = 0; t < triangles.length; t += 3)
      mesh.triangle(...([0, 1, 2].map((k) => vertex(triangles[t + k] as number, 1, null)) as [number, number, number]));
    mesh.end();
    mesh.begin('side');
    for (let e = 0; e < pressed.length; e += 2) {
      const [a, b] = [pressed[e] as number, pressed[e + 1] as number];
      const [dx, dy] = [(x[b] as number) - (x[a] as number), (y[b] as number) - (y[a] as number)];
      const length = Math.hypot(dx, dy) || 1;
      const out = [dy / length, -dx / length] as const;
      const [frontA, frontB, backA, backB] = [vertex(a, 1, out), vertex(b, 1, out), vertex(a, -1, out), vertex(b, -1, out)];
      mesh.triangle(backA, backB, frontB);
      mesh.triangle(backA, frontB, frontA);
    }
    mesh.end();
    mesh.begin('back');
    for (let t = 0; t < triangles.length; t += 3)
      mesh.triangle(...([0, 2, 1].map((k) => vertex(triangles[t + k] as number, -1, null)) as [number, number, number]));
    mesh.end();
    const swell: Swell = { middle, lid, rise: Float32Array.from(rises), wall: Uint8Array.from(walls) };
    return { ...mesh.finish(), swell };
  } catch (error) {
    if (error instanceof WavefrontError) throw new SolidError(`This outline could not be inflated (${error.message}).`);
    throw error;
  }
}

/** Edges of the outline that lie on lines of contact: pairs of points. */
function pressedEdges(edges: Int32Array, x: Float64Array, y: Float64Array, contacts: readonly Contact[], scale: number): number[] {
  const pressed: number[] = [];
  for (let e = 0; e < edges.length; e += 2) {
    const [a, b] = [edges[e] as number, edges[e + 1] as number];
    if (contacts.some((line) => liesOn(line, x, y, a, scale) && liesOn(line, x, y, b, scale))) pressed.push(a, b);
  }
  return pressed;
}

/** The skin over an outline at amount 1, at the points of its plan. */
function solvedSkin(rings: readonly Ring[], contacts: readonly Contact[], scale: number): SolvedSkin {
  const { x, y, triangles, edges, thickest } = skinPlan(rings, scale);
  const pressed = pressedEdges(edges, x, y, contacts, scale);
  const isPressed = new Set<string>();
  for (let e = 0; e < pressed.length; e += 2) isPressed.add(`${pressed[e]} ${pressed[e + 1]}`);
  const held = new Uint8Array(x.length);
  for (let e = 0; e < edges.length; e += 2) {
    const [a, b] = [edges[e] as number, edges[e + 1] as number];
    if (!isPressed.has(`${a} ${b}`)) held[a] = held[b] = 1;
  }
  const { u, slope } = solveMembrane(x, y, triangles, held, creases(x, y, pressed, thickest));
  levelSeam(x, y, edges, held, slope);
  return { x, y, triangles, edges, held, u, slope };
}

/** How steeply a skin falls where it presses on another, as a multiple of its height over its half thickness. */
const CREASE = 1.6;

/**
 * What pulls a skin down along the lines on which it presses on others: two round bodies that press on one another fall off on both sides
 * to where they meet, and a crease is seen there.
 * @param thickest half of the outline's largest thickness, metres
 */
function creases(x: Float64Array, y: Float64Array, pressed: readonly number[], thickest: number): Float64Array {
  const springs = new Float64Array(x.length);
  for (let e = 0; e < pressed.length; e += 2) {
    const [a, b] = [pressed[e] as number, pressed[e + 1] as number];
    const half = Math.hypot((x[b] as number) - (x[a] as number), (y[b] as number) - (y[a] as number)) / 2;
    for (const i of [a, b]) springs[i] = (springs[i] as number) + (CREASE * half) / thickest;
  }
  return springs;
}

/** Corners of a seam that turn by more than this have a normal to either side, and keep what the skin about them says. */
const CORNER = Math.cos((40 * Math.PI) / 180);

/** Along a seam the skin has one height: it slopes straight away from it, by as much as it does. */
function levelSeam(x: Float64Array, y: Float64Array, edges: Int32Array, held: Uint8Array, slope: Float64Array): void {
  const inward = new Map<number, [number, number][]>();
  for (let e = 0; e < edges.length; e += 2) {
    const [a, b] = [edges[e] as number, edges[e + 1] as number];
    const [dx, dy] = [(x[b] as number) - (x[a] as number), (y[b] as number) - (y[a] as number)];
    const length = Math.hypot(dx, dy) || 1;
    for (const i of [a, b]) inward.set(i, [...(inward.get(i) ?? []), [-dy / length, dx / length]]);
  }
  for (const [i, [one, other]] of inward) {
    if (!held[i] || !one || !other || one[0] * other[0] + one[1] * other[1] < CORNER) continue;
    const [nx, ny] = [one[0] + other[0], one[1] + other[1]];
    const length = Math.hypot(nx, ny);
    const away = Math.max(0, ((slope[2 * i] as number) * nx + (slope[2 * i + 1] as number) * ny) / length);
    slope[2 * i] = (away * nx) / length;
    slope[2 * i + 1] = (away * ny) / length;
  }
}

function liesOn([x0, y0, x1, y1]: Contact, x: Float64Array, y: Float64Array, i: number, scale: number): boolean {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const length = Math.hypot(dx, dy) || 1;
  const [px, py] = [(x[i] as number) - x0, (y[i] as number) - y0];
  const along = (px * dx + py * dy) / length;
  return Math.abs(px * dy - py * dx) / length < 1e-4 * scale && along > -1e-4 * scale && along < length + 1e-4 * scale;
}

/** Unit normal of the skin where its half-height at amount 1 is g and the slope of g² is (sx, sy). */
function normalAt(g: number, sx: number, sy: number, side: 1 | -1, lid: number, amount: number): readonly [number, number, number] {
  const [, left] = underLid(amount * g, lid);
  const [nx, ny, nz] = [(-left * amount * sx) / 2, (-left * amount * sy) / 2, g];
  const length = Math.hypot(nx, ny, nz);
  if (length > 1e-12) return [nx / length, ny / length, (side * nz) / length];
  return [0, 0, side];
}

/** Places and normals of a skin at an amount: 0 is flat, 1 as built. */
export function swollen({ positions, normals, swell }: SolidMesh, amount: number): { positions: Float32Array; normals: Float32Array } {
  if (!swell) return { positions, normals };
  const { middle, lid, rise, wall } = swell;
  const [places, turned] = [positions.slice(), normals.slice()];
  const a = Math.max(0, amount);
  for (let v = 0; v < wall.length; v++) {
    const g = rise[3 * v] as number;
    const side = g < 0 ? -1 : 1;
    places[3 * v + 2] = middle + side * underLid(a * Math.abs(g), lid)[0];
    // A vertex of the seam belongs to both sides and lies level.
    if (!wall[v] && g !== 0) turned.set(normalAt(Math.abs(g), rise[3 * v + 1] as number, rise[3 * v + 2] as number, side, lid, a), 3 * v);
  }
  return { positions: places, normals: turned };
}
