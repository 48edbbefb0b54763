/** How a line ends. */
export const LINE_CAPS = ['blunt', 'round', 'pointed', 'arrow'] as const;
export type LineCap = (typeof LINE_CAPS)[number];

/** A ring of a cap: beyond the end by so many widths, its size, and how far its normals lean that way (degrees). */
export interface CapRing {
  beyond: number;
  size: number;
  lean: number;
}

const ROUND_RINGS = 6;

/** The same place three times where an edge is sharp: once with each normal, and the point in which it closes. */
const CAPS: { readonly [C in LineCap]: readonly CapRing[] } = {
  blunt: [
    { beyond: 0, size: 1, lean: 90 },
    { beyond: 0, size: 0, lean: 90 },
  ],
  round: Array.from({ length: ROUND_RINGS + 1 }, (_, i) => {
    const angle = (i / ROUND_RINGS) * (Math.PI / 2);
    return { beyond: Math.sin(angle) / 2, size: i === ROUND_RINGS ? 0 : Math.cos(angle), lean: (90 * i) / ROUND_RINGS };
  }),
  pointed: [
    { beyond: 0, size: 1, lean: 27 },
    { beyond: 1, size: 0, lean: 27 },
  ],
  arrow: [
    { beyond: 0, size: 1, lean: -90 },
    { beyond: 0, size: 3, lean: -90 },
    { beyond: 0, size: 3, lean: 27 },
    { beyond: 3, size: 0, lean: 27 },
  ],
};

export const capRings = (cap: LineCap): readonly CapRing[] => CAPS[cap];
