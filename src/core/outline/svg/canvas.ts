import type { DrawingPath } from '../drawing';
import { DrawingError, pathCommands } from '../path-data';
import type { PathCommand } from '../ring';
import { clipped, type Clip } from './clip';
import type { LengthContext } from './lengths';
import { readPaint } from './paint';
import type { Reading } from './reading';
import { strokeOutline } from './stroke';
import { strokeStyle } from './stroke-style';
import { opacityOf, type Style } from './style';
import { StyleRules } from './style-rules';
import { isFlat, multiply, placePath, scaling, type Matrix } from './transform';
import type { Element } from './tree';
import type { Viewport } from './viewport';

/** A filled part of a drawing, in the coordinates of its root. */
export interface DrawingPart extends DrawingPath {
  /** Colour of the fill as #rrggbb; of a gradient, its mean. */
  colour: string;
  /** Share that it covers of what lies under it, over 0 to 1. */
  opacity: number;
  /** Id of the element that it comes from, or of the group around. */
  id?: string;
}

/** Ends of lines and curves that a drawing may have. */
export const MAX_POINTS = 50_000;
/** How many times wider than its own path a stroke may be. */
const MAX_STROKE = 1000;

/** What an element is drawn in. */
export interface Around {
  matrix: Matrix;
  style: Style;
  view: Viewport['view'];
  opacity: number;
  clips: readonly Clip[];
  id: string | undefined;
}

/** What is asked of the parts that are put down: all of them, or shapes alone for a clip or a box. */
type Manner = 'drawing' | 'clip' | 'box';

interface Painted {
  colour: string;
  opacity: number;
}

export const lengthsOf = ({ view, style }: Pick<Around, 'view' | 'style'>): LengthContext => ({
  view,
  fontSize: Number.parseFloat(style['font-size'] ?? '16'),
});

/** Puts down what a drawing paints: fills and the outlines of strokes, in the coordinates of its root, as clips let them be seen. */
export class Canvas {
  parts: DrawingPart[] = [];
  readonly unused = new Set<string>();
  readonly notes = new Set<string>();
  /** What paints refer to. */
  readonly byId = new Map<string, Element>();
  readonly rules = new StyleRules();
  /** Pixels that a unit of the root is. */
  pixels = 1;
  manner: Manner = 'drawing';
  private points = 0;

  constructor(private readonly reading: Reading) {}

  /** Parts of an element's inside as they come in another manner. */
  gathered(manner: Manner, visit: () => void): DrawingPart[] {
    const [parts, before] = [this.parts, this.manner];
    [this.parts, this.manner] = [[], manner];
    visit();
    const found = this.parts;
    [this.parts, this.manner] = [parts, before];
    return found;
  }

  draw(d: string, around: Around): void {
    const { matrix, style } = around;
    if (!d.trim()) return;
    if (this.manner !== 'box' && (style.visibility === 'hidden' || style.visibility === 'collapse')) return;
    const commands = pathCommands(d);
    this.points += commands.length;
    if (this.points > MAX_POINTS) throw new DrawingError(`This drawing has more than ${MAX_POINTS} points.`);
    if (this.manner !== 'drawing') {
      const rule = this.manner === 'clip' ? style['clip-rule'] : 'nonzero';
      this.put(d, matrix, rule === 'evenodd', { colour: '#000000', opacity: 1 }, around);
      return;
    }
    if (['marker', 'marker-start', 'marker-mid', 'marker-end'].some((name) => style[name] !== 'none')) this.unused.add('marker');
    const fill = this.paintOf('fill', style);
    if (fill) this.put(d, matrix, style['fill-rule'] === 'evenodd', fill, around);
    const stroke = this.paintOf('stroke', style);
    if (stroke) this.stroke(d, commands, stroke, around);
  }

  private stroke(d: string, commands: readonly PathCommand[], stroke: Painted, around: Around): void {
    const { style, matrix } = around;
    const asked = strokeStyle(style, lengthsOf(around));
    // A stroke that does not scale is drawn on the screen, whatever its line was put through.
    const toScreen = style['vector-effect'] === 'non-scaling-stroke' ? multiply(scaling(this.pixels, this.pixels), matrix) : null;
    const line = toScreen ? pathCommands(placePath(d, toScreen)) : commands;
    const size = sizeOf(line);
    if (asked.width > MAX_STROKE * size)
      throw new DrawingError(`A stroke of this drawing is ${asked.width} wide: far wider than its line.`);
    const outline = strokeOutline(line, asked, size);
    this.put(outline, toScreen ? scaling(1 / this.pixels, 1 / this.pixels) : matrix, false, stroke, around);
  }

  private put(d: string, at: Matrix, evenOdd: boolean, { colour, opacity }: Painted, { clips, id, opacity: around }: Around): void {
    if (!d || isFlat(at)) return;
    const placed = placePath(d, at);
    if (placed !== d) pathCommands(placed);
    let path: DrawingPath | null = { d: placed, evenOdd };
    for (const clip of clips) {
      this.reading.check();
      path = path && clipped(path, clip);
    }
    if (path) this.parts.push({ ...path, colour, opacity: opacity * around, ...(id === undefined ? {} : { id }) });
  }

  private paintOf(name: 'fill' | 'stroke', style: Style): Painted | null {
    const { colour, opacity, note, unused } = readPaint(style[name] as string, style, this);
    if (note) this.notes.add(note);
    if (unused) this.unused.add(unused);
    const share = opacity * opacityOf(style[`${name}-opacity`]);
    return colour === null || share <= 0 ? null : { colour, opacity: share };
  }
}

/** Rough size of a path, for tolerances. */
function sizeOf(commands: readonly PathCommand[]): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { points } of commands) {
    for (const v of points) {
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
  }
  return high > low ? high - low : 1;
}
