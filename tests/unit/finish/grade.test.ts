import Color from 'colorjs.io';
import { balanced, contrasted } from '@/core/finish/grade';

const NEUTRAL = { slope: [1, 1, 1], offset: [0, 0, 0], power: [1, 1, 1], saturation: 1 } as const;

test('a balance is slope, offset and power, in this order (ASC Color Decision List, worked out by hand)', () => {
  expect(balanced([0.1, 0.5, 2], NEUTRAL)).toEqual([0.1, 0.5, 2].map((v) => expect.closeTo(v, 12)));
  const made = balanced([0.25, 0.5, 1], { slope: [2, 1, 0.5], offset: [0, -0.25, 0.3], power: [2, 0.5, 1], saturation: 1 });
  // (0.25 · 2)², (0.5 − 0.25)^½, 1 · 0.5 + 0.3
  expect(made).toEqual([0.25, 0.5, 0.8].map((v) => expect.closeTo(v, 12)));
  // Nothing is below 0 before it is raised.
  expect(balanced([0.1, 0.1, 0.1], { ...NEUTRAL, offset: [-0.5, 0, 0], power: [0.5, 1, 1] })[0]).toBe(0);
});

test('saturation keeps the luminance of a colour, by the library colorjs.io; without any it is grey', () => {
  const colour = [0.7, 0.2, 0.05] as const;
  const luminanceOf = (c: readonly number[]) => new Color('srgb-linear', [...c] as [number, number, number]).get('xyz-d65.y');
  for (const saturation of [0, 0.4, 1.6]) {
    const made = balanced(colour, { ...NEUTRAL, saturation });
    expect(luminanceOf(made)).toBeCloseTo(luminanceOf(colour) as number, 3);
  }
  const [red, green, blue] = balanced(colour, { ...NEUTRAL, saturation: 0 });
  expect([green, blue]).toEqual([red, red].map((v) => expect.closeTo(v, 12)));
});

test('contrast turns about its pivot, a stop is twice the light, and gamma leaves black and white', () => {
  const neutral = { exposure: 0, contrast: 1, pivot: 0.18, gamma: 1, offset: 0 };
  expect(contrasted(0.4, neutral)).toBeCloseTo(0.4, 12);
  expect(contrasted(0.4, { ...neutral, exposure: 1.5 })).toBeCloseTo(0.4 * 2 ** 1.5, 12);
  expect(contrasted(0.18, { ...neutral, contrast: 1.7 })).toBeCloseTo(0.18, 12);
  // A stop over the pivot is two stops over it where contrast is doubled.
  expect(contrasted(0.36, { ...neutral, contrast: 2 })).toBeCloseTo(0.72, 12);
  for (const end of [0, 1]) expect(contrasted(end, { ...neutral, gamma: 2.2 })).toBeCloseTo(end, 12);
  expect(contrasted(0.25, { ...neutral, gamma: 2 })).toBeCloseTo(0.5, 12);
});
