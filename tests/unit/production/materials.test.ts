import { linearColour } from '@/core/colour/transfer';
import { MATERIALS, type MaterialKind } from '@/core/production/materials';

/**
 * Refractive index and extinction of metals at 650, 550 and 450 nm, from memory of the tables of Johnson and Christy (1972, 1974) and Rakić
 * (1998). Three wavelengths stand for the three primaries here, so the colours agree only roughly.
 */
const CONSTANTS: [MaterialKind, [n: number, k: number][]][] = [
  [
    'gold',
    [
      [0.167, 3.15],
      [0.424, 2.47],
      [1.5, 1.88],
    ],
  ],
  [
    'iron',
    [
      [2.91, 3.1],
      [2.95, 2.93],
      [2.56, 2.88],
    ],
  ],
  [
    'chrome',
    [
      [3.1, 3.3],
      [3.18, 3.33],
      [2.42, 3.18],
    ],
  ],
  [
    'aluminium',
    [
      [1.56, 7.71],
      [0.958, 6.69],
      [0.618, 5.47],
    ],
  ],
];

/** Fresnel equations at normal incidence, for a conductor in air. */
const reflectance = ([n, k]: [number, number]) => ((n - 1) ** 2 + k ** 2) / ((n + 1) ** 2 + k ** 2);

test.each(CONSTANTS)('%s has the colour that its measured optical constants give it', (kind, constants) => {
  const colour = linearColour(MATERIALS[kind].colour);
  constants.forEach((each, i) => expect(Math.abs((colour[i] as number) - reflectance(each))).toBeLessThan(0.07));
  expect(MATERIALS[kind].metalness).toBe(1);
});
