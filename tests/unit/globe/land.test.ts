import { geoArea, geoContains, type GeoPermissibleObjects } from 'd3-geo';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import land50m from 'world-atlas/land-50m.json' with { type: 'json' };
import { landMap } from '@/core/globe/land';
import { seededRandom } from '@/core/motion/random';

const WIDTH = 720;
const map = landMap(WIDTH);
const topology = land50m as unknown as Topology<{ land: GeometryCollection }>;
const land = feature(topology, topology.objects.land) as unknown as GeoPermissibleObjects;

test('its land is as large as d3-geo measures it on the sphere', () => {
  let [sum, all] = [0, 0];
  for (let y = 0; y < WIDTH / 2; y++) {
    const weight = Math.cos(((y + 0.5) / (WIDTH / 2) - 0.5) * Math.PI);
    for (let x = 0; x < WIDTH; x++) {
      sum += (weight * (map[y * WIDTH + x] as number)) / 255;
      all += weight;
    }
  }
  expect(Math.abs(sum / all - geoArea(land) / (4 * Math.PI))).toBeLessThan(0.002);
  // About 29 % of the earth's surface (geography handbooks).
  expect(sum / all).toBeGreaterThan(0.28);
  expect(sum / all).toBeLessThan(0.3);
});

test('land and sea lie where d3-geo finds them', () => {
  const random = seededRandom(11);
  let [asked, wrong] = [0, 0];
  while (asked < 60) {
    const [longitude, latitude] = [360 * random() - 180, (Math.asin(2 * random() - 1) * 180) / Math.PI];
    const here = map[Math.floor(((90 - latitude) / 180) * (WIDTH / 2)) * WIDTH + Math.floor(((longitude + 180) / 360) * WIDTH)] as number;
    // On a coast a cell is partly both.
    if (here > 8 && here < 247) continue;
    asked++;
    if (geoContains(land as never, [longitude, latitude]) !== here > 128) wrong++;
  }
  expect(wrong).toBe(0);
});
