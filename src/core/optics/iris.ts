/** The opening of a lens: what a point of light out of focus looks like. */
export interface Iris {
  /** Below 3 the opening is round. */
  blades: number;
  /** 0 has straight blades, 1 is round. */
  roundness: number;
  /** Width over height of what is out of focus: below 1 as with anamorphic lenses. */
  squeeze: number;
  /** Turn of the blades, degrees. */
  turn: number;
}

/**
 * Moves a point of the unit disc to the opening of a lens; equal areas stay equal. The opening has the area of the disc,
 * so a stop means as much light with any number of blades. Within a blade the edge lies at r + (1 − r)·cos(s/2)/cos(w), with s
 * the angle of a blade and w that from its middle; the square of that is integrated in closed form.
 */
export function throughIris([x, y]: readonly [number, number], { blades, roundness, squeeze, turn }: Iris): [number, number] {
  const wide = Math.sqrt(squeeze);
  if (blades < 3 || roundness >= 1) return [x * wide, y / wide];
  const blade = (2 * Math.PI) / blades;
  const half = blade / 2;
  const straight = (1 - roundness) * Math.cos(half);
  const edge = (w: number) => roundness + straight / Math.cos(w);
  const swept = (w: number) =>
    roundness * roundness * w + 2 * roundness * straight * Math.asinh(Math.tan(w)) + straight * straight * Math.tan(w);
  const angle = Math.atan2(y, x);
  const middle = blade * Math.round(angle / blade);
  // The share of the blade's area on this side of the ray stays what it was on the disc.
  const wanted = ((angle - middle) / half) * swept(half);
  let [low, high] = [-half, half];
  for (let i = 0; i < 50; i++) {
    const w = (low + high) / 2;
    if (swept(w) < wanted) low = w;
    else high = w;
  }
  const w = (low + high) / 2;
  const radius = Math.hypot(x, y) * edge(w) * Math.sqrt(Math.PI / (blades * swept(half)));
  const direction = middle + w + (turn * Math.PI) / 180;
  return [radius * Math.cos(direction) * wide, (radius * Math.sin(direction)) / wide];
}
