import Module, { type ManifoldToplevel } from 'manifold-3d';
import type { SolidMesh } from '@/core/solid/mesh';

let kernel: Promise<ManifoldToplevel> | undefined;

/** The independent judge of solids, started once. */
export function judge(): Promise<ManifoldToplevel> {
  kernel ??= Module().then((m) => {
    m.setup();
    return m;
  });
  return kernel;
}

export interface Verdict {
  status: string;
  volume: number;
  area: number;
  genus: number;
}

/** What the judge says of a solid's topology: throws nothing, names the fault. */
export function verdictOn({ Manifold, Mesh }: ManifoldToplevel, solid: SolidMesh): Verdict {
  const mesh = new Mesh({
    numProp: 3,
    vertProperties: Float32Array.from(solid.topology.positions),
    triVerts: solid.topology.triangles,
  });
  try {
    const body = new Manifold(mesh);
    const verdict = { status: body.status(), volume: body.volume(), area: body.surfaceArea(), genus: body.genus() };
    body.delete();
    return verdict;
  } catch (error) {
    return { status: (error as Error).message, volume: NaN, area: NaN, genus: NaN };
  }
}
