import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import { flatten } from './flatten';
import { placeRings, ringBounds, type PathCommand } from './ring';
import type { Layout } from './text-layout';
import { separateTouching, unite } from './unite';

/** A drawing that a mark is made of: filled paths, Y down as in SVG. */
export interface DrawingPath {
  d: string;
  evenOdd: boolean;
}

/** Thrown when a file is not a drawing we can use; the message is for the person. */
export class DrawingError extends Error {}

export const MAX_SVG_BYTES = 2_000_000;
const MAX_POINTS = 50_000;

/** Path data as absolute commands of the four kinds we draw. */
function commandsOf(d: string): PathCommand[] {
  const parsed = svgpath(d).abs().unarc().unshort();
  if ('err' in parsed && parsed.err) throw new DrawingError('A path in this file cannot be read.');
  const commands: PathCommand[] = [];
  parsed.iterate((segment, _index, x, y) => {
    const [kind, ...p] = segment as [string, ...number[]];
    if (p.some((v) => !Number.isFinite(v))) throw new DrawingError('A path in this file holds something that is not a number.');
    if (kind === 'Z' || kind === 'z') commands.push({ kind: 'Z', points: [] });
    else if (kind === 'H') commands.push({ kind: 'L', points: [p[0] as number, y] });
    else if (kind === 'V') commands.push({ kind: 'L', points: [x, p[0] as number] });
    else commands.push({ kind, points: p } as PathCommand);
  });
  return commands;
}

/**
 * Outline pieces of a drawing, scaled to a height in metres and centred. Its paths are united where they overlap;
 * each separate body with its holes is one piece of the whole drawing.
 */
export function outlineLayout({ paths, size }: { paths: readonly DrawingPath[]; size: number }): Layout {
  const drawn = paths.map(({ d, evenOdd }) => ({ commands: commandsOf(d), evenOdd }));
  const rough = drawn.flatMap(({ commands }) => flatten(commands, { tolerance: 1e9, maxTurnDeg: 90 }));
  const bounds = ringBounds(rough);
  if (!bounds || bounds.y1 === bounds.y0) return { pieces: [], scale: size, missing: [] };
  const drawnHeight = bounds.y1 - bounds.y0;
  const unit = size / drawnHeight;
  // Each path by its own fill rule first, then all together.
  const filled = drawn.flatMap(({ commands, evenOdd }) => {
    const upright = commands.map(({ kind, points }) => ({ kind, points: points.map((v, i) => (i % 2 === 1 ? -v : v)) }) as PathCommand);
    return unite(flatten(upright, { tolerance: drawnHeight * 2e-4 }), { scale: drawnHeight, evenOdd });
  });
  const exact = ringBounds(filled);
  if (!exact) return { pieces: [], scale: size, missing: [] };
  const centred = placeRings(filled, unit, (-unit * (exact.x0 + exact.x1)) / 2, (-unit * (exact.y0 + exact.y1)) / 2);
  const rings = separateTouching(unite(centred, { scale: size }), 2e-5 * size);
  return { pieces: rings.length > 0 ? [{ key: 'drawing', rings, x: 0, y: 0 }] : [], scale: size, missing: [] };
}

/**
 * Reads the plain paths of an SVG file. Elements it cannot use are named.
 * @throws DrawingError when the file is too large, broken, or holds no path
 */
export function readSvgPaths(svg: string): { paths: DrawingPath[]; unused: string[] } {
  if (svg.length > MAX_SVG_BYTES) throw new DrawingError('This file is larger than 2 MB.');
  const paths: DrawingPath[] = [];
  const unused = new Set<string>();
  let points = 0;
  const parser = new SaxesParser({ xmlns: false });
  parser.on('doctype', () => {
    throw new DrawingError('This file declares a document type, which is not read. Save it as plain SVG.');
  });
  parser.on('error', (error) => {
    throw new DrawingError(`This file is not readable SVG: ${error.message}`);
  });
  parser.on('opentag', ({ name, attributes }) => {
    if (name === 'path') {
      const d = String(attributes.d ?? '');
      points += (d.match(/[a-z]/gi) ?? []).length;
      if (points > MAX_POINTS) throw new DrawingError(`This drawing has more than ${MAX_POINTS} points.`);
      if (d.trim()) paths.push({ d, evenOdd: attributes['fill-rule'] === 'evenodd' });
      if (attributes.transform) unused.add('transform');
    } else if (!['svg', 'g', 'title', 'desc', 'metadata', 'defs'].includes(name)) unused.add(name);
    else if (attributes.transform) unused.add('transform');
  });
  parser.write(svg).close();
  if (paths.length === 0) throw new DrawingError('This file holds no path. Turn text and shapes into paths first.');
  paths.forEach(({ d }) => commandsOf(d));
  return { paths, unused: [...unused] };
}
