import type { DrawingPath } from '../drawing';
import { DrawingError, pathCommands } from '../path-data';
import type { PathCommand } from '../ring';
import { readPaint } from './paint';
import { Reading } from './reading';
import { SHAPES, userLength } from './shapes';
import { strokeOutline, type StrokeStyle } from './stroke';
import { INITIAL_STYLE, StyleRules, type Style } from './style';
import { IDENTITY, matrixOf, multiply, placePath, translation, viewMatrix, type Matrix } from './transform';
import { MAX_DEPTH, MAX_ELEMENTS, treeOf, type Element } from './tree';

/** A filled part of a drawing, in the coordinates of its root. */
export interface DrawingPart extends DrawingPath {
  /** Colour of the fill as #rrggbb; of a gradient, its mean. */
  colour: string;
}

export interface ReadDrawing {
  parts: DrawingPart[];
  /** What was left out, each named once. */
  unused: string[];
  /** What was read in another way than it was drawn, in words. */
  notes: string[];
}

export const MAX_SVG_BYTES = 2_000_000;
/** Ends of lines and curves that a drawing may have. */
export const MAX_POINTS = 50_000;
/** How many times wider than its own path a stroke may be. */
const MAX_STROKE = 1000;

/** Elements that hold others and draw nothing themselves. */
const GROUPS = new Set(['svg', 'g', 'a', 'switch']);
const SILENT = new Set(['title', 'desc', 'metadata', 'defs', 'style', 'symbol', 'linearGradient', 'radialGradient', 'stop']);

class Reader {
  readonly parts: DrawingPart[] = [];
  readonly unused = new Set<string>();
  readonly notes = new Set<string>();
  private readonly byId = new Map<string, Element>();
  private readonly matrices = new Map<string, Matrix>();
  private readonly rules = new StyleRules();
  private points = 0;
  private drawn = 0;
  private elements = 0;

  constructor(private readonly reading: Reading) {}

  read(root: Element): void {
    this.index(root);
    for (const child of root.children) this.visit(child, IDENTITY, INITIAL_STYLE, new Set(), true);
  }

  private index(element: Element): void {
    this.elements++;
    const { id } = element.attributes;
    if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element);
    if (element.name === 'style') this.rules.add(element.text, this.unused);
    for (const child of element.children) this.index(child);
  }

  private visit(element: Element, outer: Matrix, inherited: Style, used: Set<Element>, isRoot = false): void {
    const { name, attributes } = element;
    if (SILENT.has(name)) return;
    if (++this.drawn > MAX_ELEMENTS) throw new DrawingError(`This drawing unfolds to more than ${MAX_ELEMENTS} elements.`);
    this.reading.at(Math.min(1, this.drawn / this.elements));
    const style = this.rules.styleOf(inherited, name, attributes);
    if (style.display === 'none') return;
    for (const effect of ['clip-path', 'mask', 'filter']) if (attributes[effect] && attributes[effect] !== 'none') this.unused.add(effect);
    const own = multiply(outer, this.matrixOf(attributes.transform ?? ''));
    if (name === 'use') this.visitUse(element, own, style, used);
    else if (GROUPS.has(name)) {
      const inner = name === 'svg' && !isRoot ? placedView(own, attributes, attributes.viewBox) : own;
      for (const child of element.children) this.visit(child, inner, style, used);
    } else if (SHAPES[name]) this.draw(SHAPES[name](attributes), own, style);
    else this.unused.add(name);
  }

  private visitUse({ attributes }: Element, at: Matrix, style: Style, used: Set<Element>): void {
    const href = attributes.href ?? attributes['xlink:href'] ?? '';
    const target = href.startsWith('#') ? this.byId.get(href.slice(1)) : undefined;
    if (!target) {
      this.unused.add(href.startsWith('#') ? 'use of something that is not there' : 'use of another file');
      return;
    }
    if (used.has(target)) throw new DrawingError('A part of this drawing uses itself.');
    if (used.size >= MAX_DEPTH) throw new DrawingError(`Parts of this drawing use one another more than ${MAX_DEPTH} deep.`);
    used.add(target);
    if (target.name === 'symbol') {
      const fitted = placedView(at, attributes, target.attributes.viewBox);
      const inner = this.rules.styleOf(style, 'symbol', target.attributes);
      for (const child of target.children) this.visit(child, fitted, inner, used);
    } else this.visit(target, multiply(at, translation(userLength(attributes.x), userLength(attributes.y))), style, used);
    used.delete(target);
  }

  /** Transforms are read once each: files repeat them. */
  private matrixOf(transforms: string): Matrix {
    const known = this.matrices.get(transforms);
    if (known) return known;
    const matrix = matrixOf(transforms);
    this.matrices.set(transforms, matrix);
    return matrix;
  }

  private draw(d: string, at: Matrix, style: Style): void {
    if (!d.trim() || style.visibility === 'hidden' || style.visibility === 'collapse') return;
    const commands = pathCommands(d);
    this.points += commands.length;
    if (this.points > MAX_POINTS) throw new DrawingError(`This drawing has more than ${MAX_POINTS} points.`);
    const fill = this.colourOf(style.fill ?? 'black', style);
    if (fill) this.put(d, at, style['fill-rule'] === 'evenodd', fill);
    const stroke = this.colourOf(style.stroke ?? 'none', style);
    if (!stroke) return;
    const size = sizeOf(commands);
    const asked = strokeStyle(style);
    if (asked.width > MAX_STROKE * size)
      throw new DrawingError(`A stroke of this drawing is ${asked.width} wide: far wider than its line.`);
    this.put(strokeOutline(commands, asked, size), at, false, stroke);
  }

  private put(d: string, at: Matrix, evenOdd: boolean, colour: string): void {
    if (!d) return;
    const placed = placePath(d, at);
    if (placed !== d) pathCommands(placed);
    this.parts.push({ d: placed, evenOdd, colour });
  }

  private colourOf(paint: string, style: Style): string | null {
    const { colour, note, unused } = readPaint(paint, style, this.byId);
    if (note) this.notes.add(note);
    if (unused) this.unused.add(unused);
    return colour;
  }
}

/** Where the contents of an inner svg or symbol stand. */
function placedView(at: Matrix, { x, y, width, height }: Element['attributes'], viewBox: string | undefined): Matrix {
  return multiply(multiply(at, translation(userLength(x), userLength(y))), viewMatrix(viewBox, width, height));
}

function strokeStyle(style: Style): StrokeStyle {
  const join = style['stroke-linejoin'];
  const cap = style['stroke-linecap'];
  return {
    width: userLength(style['stroke-width'], 1),
    join: join === 'round' || join === 'bevel' ? join : 'miter',
    cap: cap === 'round' || cap === 'square' ? cap : 'butt',
    miterLimit: Math.max(1, Number(style['stroke-miterlimit'] ?? 4) || 4),
  };
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

/**
 * Reads an SVG file: shapes, groups, transforms, uses, styles; strokes become outlines. What cannot be used is named.
 * @throws DrawingError, in words for the person, when the file is too large, broken, hostile, takes too long or holds nothing to fill
 */
export function readSvg(svg: string, reading = new Reading()): ReadDrawing {
  if (svg.length > MAX_SVG_BYTES) throw new DrawingError(`This file is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
  const root = treeOf(svg);
  if (!root.children.some(({ name }) => name === 'svg')) throw new DrawingError('This file is not a drawing in SVG.');
  const reader = new Reader(reading);
  reader.read(root);
  const { parts, unused, notes } = reader;
  if (parts.length === 0) {
    const left = unused.size > 0 ? ` It holds only ${[...unused].join(', ')}.` : '';
    throw new DrawingError(`There is nothing in this file that can be filled.${left} Turn text into outlines first.`);
  }
  return { parts, unused: [...unused], notes: [...notes] };
}
