/** The parts of a shell that take one material each. */
export const REGIONS = ['face', 'bevel', 'side', 'back'] as const;
export type Region = (typeof REGIONS)[number];
