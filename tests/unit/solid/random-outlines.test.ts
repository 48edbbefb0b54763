import type { CrossSection, ManifoldToplevel } from 'manifold-3d';
import { seededRandom } from '@/core/motion/random';
import { signedArea, type Ring } from '@/core/outline/ring';
import { unite } from '@/core/outline/unite';
import { buildSolid } from '@/core/solid/bevelled-solid';
import { enclosedVolume } from '@/core/solid/mesh';
import { judge, verdictOn } from '../support/judge';
import { polygon } from '../support/rings';

/** Drawn-at-random outlines, judged by another library's polygons and solids (manifold-3d). */

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

/** A star-shaped ring with uneven spikes about a place. */
function star(random: () => number, cx: number, cy: number, size: number, clockwise = false): [number, number][] {
  const count = 5 + Math.floor(random() * 14);
  const points = Array.from({ length: count }, (_, i): [number, number] => {
    const angle = (2 * Math.PI * (i + 0.6 * random())) / count;
    const radius = size * (0.35 + 0.65 * random());
    return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
  });
  return clockwise ? points.reverse() : points;
}

const areaOf = (rings: readonly Ring[]) => rings.reduce((sum, ring) => sum + signedArea(ring), 0);
const section = (rings: readonly Ring[], rule: 'NonZero' | 'EvenOdd' = 'NonZero'): CrossSection =>
  new kernel.CrossSection(
    rings.map((ring) => ring.map(({ x, y }): [number, number] => [x, y])),
    rule,
  );

test('united outlines cover what the other library says they cover, by both fill rules', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const random = seededRandom(seed);
    const rings = Array.from({ length: 1 + Math.floor(random() * 4) }, () =>
      polygon(star(random, random() * 1.2, random() * 1.2, 1, random() < 0.4)),
    );
    for (const evenOdd of [false, true]) {
      const ours = unite(rings, { scale: 2, evenOdd });
      expect(Math.abs(areaOf(ours) - section(rings, evenOdd ? 'EvenOdd' : 'NonZero').area())).toBeLessThan(2e-3);
      // Outer rings anticlockwise, holes clockwise: what is covered is never negative.
      expect(areaOf(ours)).toBeGreaterThan(0);
    }
  }
});

test('a chamfered solid has the volume that mitred offsets of its outline add up to, slice by slice', () => {
  let tried = 0;
  for (let seed = 100; seed < 140; seed++) {
    const random = seededRandom(seed);
    const outer = star(random, 0, 0, 1);
    const rings = unite([polygon(outer), ...(random() < 0.5 ? [polygon(star(random, 0, 0, 0.25, true))] : [])], { scale: 2 });
    const size = 0.03 + 0.1 * random();
    const depth = 0.6;
    const solid = buildSolid(
      rings,
      { from: 0, to: depth, front: { profile: 'chamfer', width: size, height: size }, back: { profile: 'none', width: 0, height: 0 } },
      2,
    );
    expect(verdictOn(kernel, solid).status).toBe('NoError');
    // Simpson's rule over the slices of the chamfer; a mitre limit far over our own, so sharp corners are judged as they are.
    const outline = section(rings);
    const slices = 64;
    let chamfer = 0;
    for (let i = 0; i <= slices; i++) {
      const weight = i === 0 || i === slices ? 1 : i % 2 === 1 ? 4 : 2;
      chamfer += weight * outline.offset((-size * i) / slices, 'Miter', 50).area();
    }
    chamfer *= size / slices / 3;
    const expected = outline.area() * (depth - size) + chamfer;
    expect(Math.abs(enclosedVolume(solid.topology) / expected - 1)).toBeLessThan(2e-3);
    tried++;
  }
  expect(tried).toBe(40);
});

test('round bevels to any width, with holes: closed, and never larger than the plain prism', () => {
  for (let seed = 200; seed < 240; seed++) {
    const random = seededRandom(seed);
    const rings = unite([polygon(star(random, 0, 0, 1)), polygon(star(random, 0.1, 0, 0.3, true)), polygon(star(random, 1.1, 0.2, 0.7))], {
      scale: 2,
    });
    const bevel = { profile: 'round', width: 0.01 + random() * 0.9, height: 0.05 + 0.2 * random() } as const;
    const solid = buildSolid(rings, { from: -0.3, to: 0.3, front: bevel, back: bevel, segments: 5 }, 2);
    const verdict = verdictOn(kernel, solid);
    expect(verdict.status).toBe('NoError');
    expect(verdict.volume).toBeLessThan(0.6 * areaOf(rings) + 1e-9);
    expect(verdict.volume).toBeGreaterThan(0);
    expect(verdict.volume).toBeCloseTo(enclosedVolume(solid.topology), 4);
  }
});
