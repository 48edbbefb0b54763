/** How far x is from a to b, 0 to 1, without a corner (3t² - 2t³). Where the two are one it is a step. */
export function smoothstep(a: number, b: number, x: number): number {
  const t = a === b ? (x < a ? 0 : 1) : Math.max(0, Math.min(1, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
}
