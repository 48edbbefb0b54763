import type { CubeLut } from '@/core/finish/cube-lut';
import { packTable } from '@/core/finish/packed-table';
import { productionSchema, type Production } from '@/core/production/production';

/** Productions with effects, and tables of colours for them. */

export type Effect = { kind: string; channels?: Record<string, number | string>; settings?: object };

/** A production with effects in its finish. */
export const finished = (production: Production, effects: readonly Effect[]): Production =>
  productionSchema.parse({
    ...production,
    finish: [
      ...production.finish,
      ...effects.map(({ kind, channels = {}, settings = {} }, i) => ({
        id: `effect-${i}`,
        kind,
        channels: Object.fromEntries(Object.entries(channels).map(([name, rest]) => [name, { rest }])),
        settings,
      })),
    ],
  });

/** A table by three colours that bends and mixes them. @param by how much; 0 brings each back */
export function swirled(size: number, min: CubeLut['min'] = [0, 0, 0], max: CubeLut['max'] = [1, 1, 1], by = 1): CubeLut {
  const table = new Float32Array(3 * size ** 3);
  for (let i = 0; i < size ** 3; i++) {
    const [r, g, b] = [i % size, Math.floor(i / size) % size, Math.floor(i / size ** 2)].map(
      (at, k) => (min[k] as number) + (at / (size - 1)) * ((max[k] as number) - (min[k] as number)),
    ) as [number, number, number];
    table.set([r + by * (0.15 * g * (1 - r)), g - by * 0.2 * g * (1 - b), b + by * (0.1 * r * (1 - b))], 3 * i);
  }
  return { title: 'Swirl', size, is3d: true, min, max, table };
}

/** A table by each colour. */
export function curve(size: number): CubeLut {
  const table = Float32Array.from({ length: 3 * size }, (_, i) => (Math.floor(i / 3) / (size - 1)) ** (0.8 + 0.25 * (i % 3)));
  return { title: 'Curve', size, is3d: false, min: [0, 0, 0], max: [1, 1, 1], table };
}

export const tableOf = (lut: CubeLut) => packTable(lut, 'table.cube');
