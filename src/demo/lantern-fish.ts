import type { DrawingPath } from '@/core/outline/drawing';

const dot = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/**
 * The sign of the Lantern Deep season: a lantern fish reduced to a few strong shapes. An open jaw, a forked tail,
 * a lure held before it, and the row of lights along its belly. Units of the drawing; Y down.
 */
export const LANTERN_FISH: readonly DrawingPath[] = [
  {
    d:
      `M22 47C52 12 112 12 142 53L181 20L168 62L181 104L142 71C112 112 52 112 22 79L62 64Z${dot(84, 46, 9)}` +
      `${dot(78, 86, 4)}${dot(94, 88, 4)}${dot(110, 84, 4)}${dot(125, 76, 4)}`,
    evenOdd: true,
  },
  { d: 'M70 29C66 6 48 -9 24 -3L21 -11C52 -20 78 -3 82 25Z', evenOdd: false },
  { d: dot(14, 4, 12), evenOdd: false },
];

/** The same as a file, for bringing in by hand. */
export const LANTERN_FISH_SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 -20 190 132">${LANTERN_FISH.map(
  ({ d, evenOdd }) => `<path d="${d}"${evenOdd ? ' fill-rule="evenodd"' : ''}/>`,
).join('')}</svg>`;
