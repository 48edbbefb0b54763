/**
 * Progress of a drop that lands at 1 and bounces, as a share of the span.
 * Free fall under constant acceleration: each rebound keeps `restitution` of the speed, so a
 * bounce lasts `restitution` times as long and rises `restitution`² as high as the one before.
 * @param x share of the span, 0..1
 * @param count number of rebounds, 1 or more
 * @param restitution share of speed kept, 0..1
 */
export function bounceProgress(x: number, count: number, restitution = 0.5): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  let total = 1;
  for (let i = 1; i <= count; i++) total += 2 * restitution ** i;
  const fall = 1 / total;
  if (x < fall) return (x / fall) ** 2;
  let start = fall;
  for (let i = 1; i <= count; i++) {
    const half = fall * restitution ** i;
    if (x < start + 2 * half || i === count) {
      const s = (x - start - half) / half;
      return 1 - restitution ** (2 * i) * Math.max(0, 1 - s * s);
    }
    start += 2 * half;
  }
  return 1;
}
