import { ringBounds, type Ring, type RingVertex } from '../outline/ring';

/** The same outline run the other way round. */
export function reversed(rings: readonly Ring[]): Ring[] {
  return rings.map((ring) =>
    [...ring].reverse().map((v) => ({ ...v, arriveX: -v.leaveX, arriveY: -v.leaveY, leaveX: -v.arriveX, leaveY: -v.arriveY })),
  );
}

/** A rectangle that stands clear of the rings, as the outer edge of what lies around them. */
export function frameAround(rings: readonly Ring[], margin: number): Ring {
  const box = ringBounds(rings);
  if (!box) return [];
  const [x0, y0, x1, y1] = [box.x0 - margin, box.y0 - margin, box.x1 + margin, box.y1 + margin];
  const corner = (x: number, y: number, arrive: readonly [number, number], leave: readonly [number, number]): RingVertex => ({
    x,
    y,
    arriveX: arrive[0],
    arriveY: arrive[1],
    leaveX: leave[0],
    leaveY: leave[1],
  });
  return [
    corner(x0, y0, [0, -1], [1, 0]),
    corner(x1, y0, [1, 0], [0, 1]),
    corner(x1, y1, [0, 1], [-1, 0]),
    corner(x0, y1, [-1, 0], [0, -1]),
  ];
}
