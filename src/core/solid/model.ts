import type { SolidMesh } from './mesh';

/** Triangles of one material. */
export interface ModelMesh {
  /** x, y, z per vertex, about the middle of the whole, in the file's own unit. */
  positions: Float32Array;
  normals: Float32Array;
  uvs: Float32Array;
  /** Three vertices a triangle, anticlockwise from outside. */
  indices: Uint32Array;
}

/** A model read from a file: its surfaces by material, as they stand. */
export interface ModelShape {
  parts: ModelMesh[];
  /** What becomes as high as the mark is: its height, or its largest extent where it lies flat. In the file's own unit. */
  height: number;
}

/** One part of a model as a solid, in metres. A model need not be closed, so nothing judges its topology. */
export function modelSolid({ positions, normals, uvs, indices }: ModelMesh, unit: number): SolidMesh {
  return {
    positions: positions.map((v) => v * unit),
    normals,
    uvs,
    indices,
    groups: [{ region: 'face', start: 0, count: indices.length }],
    topology: { positions: new Float64Array(), triangles: new Uint32Array() },
  };
}
