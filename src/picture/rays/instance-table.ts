import type { Matrix4 } from 'three';

export const INSTANCE_TEXELS = 5;

/** A mesh in the world. */
export interface RayInstance {
  /** From its frame into the world. */
  matrix: Matrix4;
  /** First and one past the last node of its tree. */
  nodes: readonly [number, number];
  /** Whether any of it can be seen through. */
  isThin: boolean;
  /** Rows of its surfaces, by region. */
  rows: readonly [number, number, number, number];
}

/** An instance as the table has it: rows of the way into its frame | nodes, thin | rows of its surfaces. */
export function instanceRow({ matrix, nodes, isThin, rows }: RayInstance): number[] {
  const m = matrix.clone().invert().elements;
  const row = (k: number) => [m[k], m[4 + k], m[8 + k], m[12 + k]] as number[];
  return [...row(0), ...row(1), ...row(2), ...nodes, isThin ? 1 : 0, 0, ...rows];
}
