import { BufferAttribute, BufferGeometry, Matrix4, PlaneGeometry } from 'three';
import type { SetState } from '@/core/frame/frame-state';
import type { BackdropKind } from '@/core/production/owners/backdrops/backdrops';
import { radians } from '@/core/space/angle';

export type BackdropState = Extract<SetState, { kind: BackdropKind }>;
type State<K extends BackdropKind> = Extract<BackdropState, { kind: K }>;

/** Backdrops are this large, metres: far past where anyone looks. */
const SIZE = 400;
/** Flat pieces of the curve of a sweep. */
const PIECES = 48;

/** How a kind of backdrop is shaped and where it stands. */
interface BackdropShape<K extends BackdropKind> {
  /** Values that it is shaped by: equal ones share a geometry. */
  shapeKey(state: State<K>): string;
  geometry(state: State<K>): BufferGeometry;
  matrix(state: State<K>): Matrix4;
}

const about = (pan: number, x: number, y: number, z: number) => new Matrix4().makeRotationY(radians(pan)).setPosition(x, y, z);

/** A floor that rises into a wall: along x it is straight; its frame lies where the curve begins. */
function sweepGeometry(radius: number): BufferGeometry {
  const half = SIZE / 2;
  const curve = Array.from({ length: PIECES + 1 }, (_, i) => (Math.PI / 2) * (i / PIECES));
  const points = [
    [0, half, 1, 0],
    ...curve.map((t) => [radius * (1 - Math.cos(t)), -radius * Math.sin(t), Math.cos(t), Math.sin(t)]),
    [half, -radius, 0, 1],
  ] as [y: number, z: number, normalY: number, normalZ: number][];
  const geometry = new BufferGeometry();
  const both = points.flatMap(([y, z, ny, nz]) => [-half, half].map((x) => ({ place: [x, y, z], normal: [0, ny, nz] })));
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(both.flatMap(({ place }) => place)), 3));
  geometry.setAttribute('normal', new BufferAttribute(new Float32Array(both.flatMap(({ normal }) => normal)), 3));
  geometry.setAttribute('uv', new BufferAttribute(new Float32Array(2 * both.length), 2));
  const quads = points.slice(1).flatMap((_, i) => [2 * i, 2 * i + 1, 2 * i + 2, 2 * i + 1, 2 * i + 3, 2 * i + 2]);
  geometry.setIndex(new BufferAttribute(new Uint32Array(quads), 1));
  return geometry;
}

export const BACKDROP_SHAPES: { [K in BackdropKind]: BackdropShape<K> } = {
  floor: {
    shapeKey: () => '',
    geometry: () => new PlaneGeometry(SIZE, SIZE).rotateX(-Math.PI / 2),
    matrix: ({ values: { x, level, z, pan } }) => about(pan, x, level, z),
  },
  wall: {
    shapeKey: () => '',
    geometry: () => new PlaneGeometry(SIZE, SIZE),
    matrix: ({ values: { x, y, z, pan } }) => about(pan, x, y, z),
  },
  sweep: {
    shapeKey: ({ values: { radius } }) => String(radius),
    geometry: ({ values: { radius } }) => sweepGeometry(radius),
    matrix: ({ values: { x, level, z, pan } }) => about(pan, x, level, z),
  },
};
