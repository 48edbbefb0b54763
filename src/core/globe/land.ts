import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import land50m from 'world-atlas/land-50m.json' with { type: 'json' };

/** A ring of places: longitude and latitude, degrees. */
type Ring = readonly (readonly [number, number])[];

/** A ring whose longitudes run on where they would begin anew; one that goes round a pole is closed by way of it. */
function unwrapped(ring: Ring): Ring {
  let turns = 0;
  const on = ring.map(([longitude, latitude], i) => {
    const by = i === 0 ? 0 : longitude - (ring[i - 1] as readonly [number, number])[0];
    if (Math.abs(by) > 180) turns -= Math.sign(by);
    return [longitude + 360 * turns, latitude] as const;
  });
  const [first, last] = [on[0], on[on.length - 1]] as [readonly [number, number], readonly [number, number]];
  if (Math.abs(last[0] - first[0]) < 180) return on;
  const pole = 90 * Math.sign(first[1]);
  return [...on, [last[0], pole], [first[0], pole]];
}

/** The outlines of all land on a flat map, from open map data (Natural Earth, 1:50 million). */
export function landRings(): Ring[] {
  const topology = land50m as unknown as Topology<{ land: GeometryCollection }>;
  const { features } = feature(topology, topology.objects.land);
  const rings = features.flatMap(({ geometry }) => {
    if (geometry.type === 'Polygon') return geometry.coordinates as unknown as Ring[];
    return geometry.type === 'MultiPolygon' ? (geometry.coordinates.flat() as unknown as Ring[]) : [];
  });
  // What reaches over an edge of the map comes in again at the other.
  return rings.map(unwrapped).flatMap((ring) => [-360, 0, 360].map((by) => ring.map(([lon, lat]) => [lon + by, lat] as const)));
}

/** Lines that are looked along in each row. */
const LINES = 4;

/** Where the outlines cross each line, in columns. */
function crossings(rings: readonly Ring[], width: number, lines: number): number[][] {
  const found = Array.from({ length: lines }, () => [] as number[]);
  const down = (latitude: number) => ((90 - latitude) / 180) * lines - 0.5;
  const across = (longitude: number) => ((longitude + 180) / 360) * width;
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[j], ring[i]] as [readonly [number, number], readonly [number, number]];
      const [from, to] = [down(a[1]), down(b[1])];
      if (from === to) continue;
      const last = Math.min(lines - 1, Math.ceil(Math.max(from, to)) - 1);
      for (let line = Math.max(0, Math.ceil(Math.min(from, to))); line <= last; line++) {
        const share = (line - from) / (to - from);
        (found[line] as number[]).push(across(a[0]) + share * (across(b[0]) - across(a[0])));
      }
    }
  }
  return found;
}

/**
 * How much of each cell of an equirectangular map is land.
 * @param width cells round the equator; half as many from pole to pole
 * @returns 0..255 by rows from the north, each from 180° west
 */
export function landMap(width: number): Uint8Array {
  const height = width / 2;
  const rows = crossings(landRings(), width, height * LINES);
  const map = new Uint8Array(width * height);
  const line = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    line.fill(0);
    for (let k = 0; k < LINES; k++) {
      const cuts = (rows[y * LINES + k] as number[]).sort((a, b) => a - b);
      // Even and odd: in, out, in, out.
      for (let i = 0; i + 1 < cuts.length; i += 2) cover(line, cuts[i] as number, cuts[i + 1] as number);
    }
    for (let x = 0; x < width; x++) map[y * width + x] = Math.round((255 * (line[x] as number)) / LINES);
  }
  return map;
}

/** Adds to cells the share of each that lies between two places. */
function cover(cells: Float32Array, from: number, to: number): void {
  const last = Math.min(cells.length - 1, Math.ceil(to) - 1);
  for (let x = Math.max(0, Math.floor(from)); x <= last; x++)
    cells[x] = (cells[x] as number) + Math.max(0, Math.min(to, x + 1) - Math.max(from, x));
}
