import { encode } from 'fast-png';
import { chance } from '@/core/motion/random';
import { pictureSchema, type Picture } from '@/core/production/picture';

const [WIDTH, HEIGHT] = [960, 540];

/** Where the lantern hangs in the picture, and how far its light goes, in widths of the picture. */
const LANTERN = [0.5, 0.43] as const;
const REACH = 0.085;

/** Specks that drift in the water: where, how large and how bright each is. */
const SPECKS = Array.from({ length: 90 }, (_, i) => ({
  x: chance(11, i),
  y: (chance(12, i) * HEIGHT) / WIDTH,
  size: 0.0012 + 0.0042 * chance(13, i) ** 3,
  bright: 0.1 + 0.5 * chance(14, i),
}));

/** Light in deep water at a place: a lantern with beams about it, specks, and blue that goes dark below. Linear, 0..1. */
function waterAt(x: number, y: number): [number, number, number] {
  const [dx, dy] = [x - LANTERN[0], y - (LANTERN[1] * HEIGHT) / WIDTH];
  const r = Math.hypot(dx, dy);
  const angle = Math.atan2(dy, dx);
  const beams = 0.78 + 0.1 * Math.sin(angle * 5 + 0.6) + 0.08 * Math.sin(angle * 12 + 2.1 + r * 5) + 0.04 * Math.sin(angle * 31 + 0.4);
  const glow = Math.exp(-((r / REACH) ** 0.85)) * (1 + (beams - 1) * Math.min(1, r / 0.1));
  const core = Math.exp(-((r / 0.021) ** 2));
  const depth = Math.exp(-5 * y);
  const light: [number, number, number] = [0.002 + 0.01 * depth, 0.008 + 0.09 * depth, 0.018 + 0.13 * depth];
  for (const speck of SPECKS) {
    const away = ((x - speck.x) ** 2 + (y - speck.y) ** 2) / speck.size ** 2;
    if (away > 12) continue;
    const lit = speck.bright * Math.exp(-away) * (0.15 + 2 * glow);
    [0.5, 0.75, 0.7].forEach((tint, k) => (light[k] = (light[k] as number) + lit * tint));
  }
  return [light[0] + 1.1 * glow + 0.8 * core, light[1] + 0.52 * glow + 0.7 * core, light[2] + 0.13 * glow + 0.4 * core];
}

/** What the display does not bend. */
const BRIGHTEST = 196;

/** The picture of the season: a lantern alight in deep water. */
export function deepLightPng(): Uint8Array {
  const data = new Uint8Array(3 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const light = waterAt((i % WIDTH) / WIDTH, Math.floor(i / WIDTH) / WIDTH);
    light.forEach((v, k) => (data[3 * i + k] = Math.round(BRIGHTEST * Math.min(1, Math.max(0, v)) ** (1 / 2.2))));
  }
  return encode({ width: WIDTH, height: HEIGHT, data, channels: 3, depth: 8 });
}

/** The same as productions name it; the file is kept by the server, which knows its hash. */
export const deepLight = (hash: string): Picture =>
  pictureSchema.parse({ hash, name: 'Lantern in deep water.png', holds: 'still', width: WIDTH, height: HEIGHT, frames: 1 });
