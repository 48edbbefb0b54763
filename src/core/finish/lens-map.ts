/**
 * What a lens does to places of the frame. They are told in half diagonals of it from its middle, Y up, so that a corner is at 1; a map
 * says from where in the frame as it was drawn the light of a place comes.
 */
export interface LensMap {
  /** Source = place · (1 + bend r²): above 0 straight lines bow outward (a barrel), below 0 inward. */
  bend: number;
  /** How much larger (above 0) or smaller what lies about a point is, and how far that goes, half diagonals. */
  bulge: number;
  bulgeX: number;
  bulgeY: number;
  bulgeSize: number;
  /** Red comes from so much farther out, blue from so much farther in. */
  fringe: number;
}

type Place = readonly [x: number, y: number];

/** Where the light of a place comes from, before the picture is fitted. @param hue from 1 (red) to -1 (blue) */
export function lensSource({ bend, bulge, bulgeX, bulgeY, bulgeSize, fringe }: LensMap, [x, y]: Place, hue = 0): [number, number] {
  const [dx, dy] = [x - bulgeX, y - bulgeY];
  const share = Math.max(0, 1 - (dx * dx + dy * dy) / (bulgeSize * bulgeSize));
  const pulled = 1 - 0.5 * bulge * share * share;
  const [px, py] = [bulgeX + dx * pulled, bulgeY + dy * pulled];
  const grown = (1 + bend * (px * px + py * py)) * (1 + fringe * hue);
  return [px * grown, py * grown];
}

/** The same in GLSL: `map` is bend, fringe; `bulge` is how much, x, y, size. */
export const LENS_SOURCE_GLSL = /* glsl */ `
vec2 lensSource(vec2 place, vec2 map, vec4 bulge, float hue) {
  vec2 d = place - bulge.yz;
  float share = max(0.0, 1.0 - dot(d, d) / (bulge.w * bulge.w));
  vec2 p = bulge.yz + d * (1.0 - 0.5 * bulge.x * share * share);
  return p * (1.0 + map.x * dot(p, p)) * (1.0 + map.y * hue);
}`;

const STEPS = 64;

/**
 * By how much sources are brought in (below 1) or out, so that every place of the frame is lit from within it and its border is touched
 * somewhere.
 * @param aspect width to height
 */
export function lensFit(map: LensMap, aspect: number): number {
  const [ex, ey] = [aspect / Math.hypot(aspect, 1), 1 / Math.hypot(aspect, 1)];
  let most = 0;
  const look = (x: number, y: number) => {
    for (const hue of [-1, 0, 1]) {
      const [sx, sy] = lensSource(map, [x, y], hue);
      most = Math.max(most, Math.abs(sx) / ex, Math.abs(sy) / ey);
    }
  };
  // The border, and a lattice within: where a bulge makes things smaller the farthest source may lie there.
  for (let i = 0; i <= STEPS; i++) {
    const t = (2 * i) / STEPS - 1;
    for (const side of [-1, 1]) {
      look(t * ex, side * ey);
      look(side * ex, t * ey);
    }
  }
  for (let i = 1; i < 16; i++) for (let j = 1; j < 16; j++) look((i / 8 - 1) * ex, (j / 8 - 1) * ey);
  return 1 / most;
}
