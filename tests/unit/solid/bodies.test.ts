import type { ManifoldToplevel } from 'manifold-3d';
import { bodyMesh, BODY_KINDS } from '@/core/solid/bodies';
import { enclosedVolume } from '@/core/solid/mesh';
import { judge, verdictOn } from '../support/judge';

/** Volumes from any handbook of geometry; meshes lie inside the true surface, so they hold a little less. */

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

test.each([
  ['a box with sharp edges', { body: 'box', width: 2, height: 1, depth: 0.5, round: 0 } as const, 0, 1],
  // Prisms, quarter cylinders along the edges, and the corners, which make one ball.
  [
    'a box with rounded edges',
    { body: 'box', width: 2, height: 1, depth: 0.5, round: 100 } as const,
    0,
    1.8 * 0.8 * 0.3 + 2 * 0.1 * (1.8 * 0.8 + 1.8 * 0.3 + 0.8 * 0.3) + Math.PI * 0.01 * (1.8 + 0.8 + 0.3) + (4 / 3) * Math.PI * 0.001,
  ],
  ['a ball', { body: 'ball', radius: 0.5 } as const, 0, (4 / 3) * Math.PI * 0.125],
  ['a ball grown by 10 cm', { body: 'ball', radius: 0.5 } as const, 0.1, (4 / 3) * Math.PI * 0.216],
  ['a torus (Pappus: 2π²Rr²)', { body: 'torus', radius: 1, tube: 0.2 } as const, 0, 2 * Math.PI ** 2 * 0.04],
])('%s has its volume and is closed', (_, shape, grown, expected) => {
  const mesh = bodyMesh(shape as never, grown);
  const verdict = verdictOn(kernel, mesh);
  expect(verdict.status).toBe('NoError');
  expect(verdict.genus).toBe(shape.body === 'torus' ? 1 : 0);
  expect(enclosedVolume(mesh.topology) / expected).toBeGreaterThan(0.993);
  expect(enclosedVolume(mesh.topology) / expected).toBeLessThan(1.0005);
});

test('normals point out and are of unit length', () => {
  for (const kind of BODY_KINDS) {
    const mesh = bodyMesh({ body: kind, width: 1, height: 1, depth: 1, round: 50, radius: 0.5, tube: 0.1 } as never, 0);
    for (let t = 0; t < mesh.indices.length; t += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => mesh.indices[t + k] as number) as [number, number, number];
      const p = (v: number, d: number) => mesh.positions[3 * v + d] as number;
      const edge = (v: number, w: number) => [0, 1, 2].map((d) => p(w, d) - p(v, d)) as [number, number, number];
      const [u, w] = [edge(a, b), edge(a, c)];
      const facing = [u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]] as const;
      const normal = [0, 1, 2].map((d) => mesh.normals[3 * a + d] as number) as [number, number, number];
      expect(Math.hypot(...normal)).toBeCloseTo(1, 5);
      expect(facing[0] * normal[0] + facing[1] * normal[1] + facing[2] * normal[2]).toBeGreaterThanOrEqual(0);
    }
  }
});
