import { readFileSync } from 'node:fs';
import { DataUtils } from 'three';
import { facetShare, visibleFacet } from '@/core/light/facets';
import { fresnel, reflectance } from '@/core/light/fresnel';

// Fresnel's equations, as any optics handbook has them (glass 1.5, water 1.33, diamond 2.417).
test.each([
  [1.5, 0, 0.04],
  [1.5, 60, 0.08919],
  [1.5, 80, 0.3877],
  [1.33, 60, 0.05913],
  [2.417, 60, 0.21126],
])('a medium of index %f reflects at %i°: %f', (index, degrees, share) => {
  expect(fresnel(Math.cos((degrees * Math.PI) / 180), index)).toBeCloseTo(share, 5);
});

test('head on the equations are ((n - 1) / (n + 1))²', () => {
  for (const n of [1.26, 1.33, 1.5, 2.417]) expect(fresnel(1, n)).toBeCloseTo(reflectance(n), 12);
});

// Snell's law: the critical angle of glass is 41.81°.
test('from within, all is reflected beyond the critical angle', () => {
  const at = (degrees: number) => fresnel(Math.cos((degrees * Math.PI) / 180), 1 / 1.5);
  expect(at(41.9)).toBe(1);
  expect(at(41.7)).toBeLessThan(1);
});

/** three's own table of the same integral, of 4096 samples a cell: 16 cosines of 16 roughnesses, at the middles of cells. */
const reference = [...readFileSync('node_modules/three/src/renderers/shaders/DFGLUTData.js', 'utf8').matchAll(/0x([0-9a-f]{4})/g)].map(
  ([, word]) => DataUtils.fromHalfFloat(parseInt(word as string, 16)),
);

test('what rough facets send is what three’s table of the same integral says', () => {
  expect(reference).toHaveLength(512);
  let [sum, worst] = [0, 0];
  for (let row = 0; row < 16; row++) {
    for (let column = 0; column < 16; column++) {
      const { scale, bias } = facetShare((row + 0.5) / 16, ((column + 0.5) / 16) ** 2);
      const beside = [scale - (reference[2 * (16 * row + column)] as number), bias - (reference[2 * (16 * row + column) + 1] as number)];
      worst = Math.max(worst, ...beside.map(Math.abs));
      sum += Math.abs(beside[0] as number) + Math.abs(beside[1] as number);
    }
  }
  expect(worst).toBeLessThan(0.02);
  expect(sum / 512).toBeLessThan(0.002);
});

// Energy conservation.
test('facets send no more than they are given, a smooth mirror all of it', () => {
  for (const cosine of [0.1, 0.4, 0.9]) {
    const of = (alpha: number) => facetShare(cosine, alpha).scale + facetShare(cosine, alpha).bias;
    expect(of(0.0004)).toBeCloseTo(1, 3);
    expect(of(0.3)).toBeLessThan(1);
    expect(of(1)).toBeLessThan(of(0.3));
  }
});

// Facets are drawn with the density G1·(v·m)·D(m) / cos v, and D(m)·cos m is 1 over all m (few of so smooth a surface are turned away): so
// the mean of cos m / (v·m) is G1 / cos v (E. Heitz, 2014); G1 of GGX by B. Walter and others, 2007.
test('facets are drawn as often as they are seen', () => {
  const [alpha, eye] = [0.1, [0.6, 0, 0.8] as const];
  const steps = 200;
  let seen = 0;
  for (let i = 0; i < steps; i++) {
    for (let j = 0; j < steps; j++) {
      const [x, , z] = visibleFacet(eye, alpha, (i + 0.5) / steps, (j + 0.5) / steps);
      seen += z / Math.max(1e-9, x * eye[0] + z * eye[2]);
    }
  }
  const tangent2 = (0.6 / 0.8) ** 2;
  const visible = 2 / (1 + Math.sqrt(1 + alpha * alpha * tangent2));
  expect((seen / steps ** 2) * 0.8).toBeCloseTo(visible, 2);
});
