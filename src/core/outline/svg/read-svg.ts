import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import type { DrawingPath } from '../drawing';
import { DrawingError, pathCommands } from '../path-data';
import { SHAPES, userLength } from './shapes';
import { strokeOutline, type StrokeStyle } from './stroke';
import { hexColour, INITIAL_STYLE, readRules, styleOf, type Style } from './style';

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
export const MAX_POINTS = 50_000;
const MAX_ELEMENTS = 20_000;
const MAX_DEPTH = 60;

interface Element {
  name: string;
  attributes: Record<string, string>;
  children: Element[];
  text: string;
}

/** Elements that hold others and draw nothing themselves. */
const GROUPS = new Set(['svg', 'g', 'a', 'switch']);
const SILENT = new Set(['title', 'desc', 'metadata', 'defs', 'style', 'symbol', 'linearGradient', 'radialGradient', 'stop']);

/** The file as a tree. Document types are refused: they can hold entities that unfold without end. */
function treeOf(svg: string): Element {
  const root: Element = { name: '', attributes: {}, children: [], text: '' };
  const open = [root];
  let count = 0;
  const parser = new SaxesParser({ xmlns: false });
  parser.on('doctype', (text) => {
    if (text.includes('[')) throw new DrawingError('This file declares entities, which are not read. Save it as plain SVG.');
  });
  parser.on('error', (error) => {
    throw new DrawingError(`This file is not readable SVG: ${error.message}`);
  });
  parser.on('opentag', ({ name, attributes }) => {
    if (++count > MAX_ELEMENTS) throw new DrawingError(`This drawing has more than ${MAX_ELEMENTS} elements.`);
    if (open.length > MAX_DEPTH) throw new DrawingError(`The groups of this drawing lie more than ${MAX_DEPTH} deep.`);
    const element: Element = { name: name.replace(/^svg:/, ''), attributes: attributes as Record<string, string>, children: [], text: '' };
    (open[open.length - 1] as Element).children.push(element);
    open.push(element);
  });
  parser.on('closetag', () => void open.pop());
  const addText = (text: string) => void ((open[open.length - 1] as Element).text += text);
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.write(svg).close();
  return root;
}

/**
 * Places the contents of an inner svg or symbol: its viewBox fitted into its width and height (SVG 2, preserveAspectRatio xMidYMid meet).
 */
function viewTransform(box: string | undefined, width: number, height: number): string {
  const [x, y, w, h] = (box ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number) as [number, number, number, number];
  if (!(w > 0 && h > 0 && width > 0 && height > 0)) return '';
  const scale = Math.min(width / w, height / h);
  return `translate(${(width - w * scale) / 2} ${(height - h * scale) / 2}) scale(${scale}) translate(${-x} ${-y})`;
}

class Reader {
  readonly parts: DrawingPart[] = [];
  readonly unused = new Set<string>();
  readonly notes = new Set<string>();
  private readonly byId = new Map<string, Element>();
  private rules: ReturnType<typeof readRules> = [];
  private points = 0;
  private drawn = 0;

  read(root: Element): void {
    this.index(root, 0);
    for (const child of root.children) this.visit(child, '', INITIAL_STYLE, new Set(), true);
  }

  private index(element: Element, depth: number): void {
    const { id } = element.attributes;
    if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element);
    if (element.name === 'style') this.rules.push(...readRules(element.text, this.unused));
    for (const child of element.children) this.index(child, depth + 1);
  }

  private visit(element: Element, transform: string, inherited: Style, used: ReadonlySet<Element>, isRoot = false): void {
    const { name, attributes } = element;
    if (SILENT.has(name)) return;
    if (++this.drawn > MAX_ELEMENTS) throw new DrawingError(`This drawing unfolds to more than ${MAX_ELEMENTS} elements.`);
    const style = styleOf(inherited, name, attributes, this.rules);
    if (style.display === 'none') return;
    for (const effect of ['clip-path', 'mask', 'filter']) if (attributes[effect] && attributes[effect] !== 'none') this.unused.add(effect);
    const own = `${transform} ${attributes.transform ?? ''}`;
    if (name === 'use') this.visitUse(element, own, style, used);
    else if (GROUPS.has(name)) {
      const inner =
        name === 'svg' && !isRoot
          ? `${own} translate(${userLength(attributes.x)} ${userLength(attributes.y)}) ` +
            `${viewTransform(attributes.viewBox, userLength(attributes.width), userLength(attributes.height))}`
          : own;
      for (const child of element.children) this.visit(child, inner, style, used);
    } else if (SHAPES[name]) this.draw(SHAPES[name](attributes), own, style);
    else this.unused.add(name);
  }

  private visitUse({ attributes }: Element, transform: string, style: Style, used: ReadonlySet<Element>): void {
    const href = attributes.href ?? attributes['xlink:href'] ?? '';
    const target = href.startsWith('#') ? this.byId.get(href.slice(1)) : undefined;
    if (!target) {
      this.unused.add(href.startsWith('#') ? 'use of something that is not there' : 'use of another file');
      return;
    }
    if (used.has(target)) throw new DrawingError('A part of this drawing uses itself.');
    const at = `${transform} translate(${userLength(attributes.x)} ${userLength(attributes.y)})`;
    const within = new Set([...used, target]);
    if (target.name !== 'symbol') {
      this.visit(target, at, style, within);
      return;
    }
    const fitted = `${at} ${viewTransform(target.attributes.viewBox, userLength(attributes.width), userLength(attributes.height))}`;
    for (const child of target.children) this.visit(child, fitted, styleOf(style, 'symbol', target.attributes, this.rules), within);
  }

  private draw(d: string, transform: string, style: Style): void {
    if (!d.trim() || style.visibility === 'hidden' || style.visibility === 'collapse') return;
    this.points += (d.match(/[a-df-z]/gi) ?? []).length + (d.match(/[\d.]+/g) ?? []).length / 6;
    if (this.points > MAX_POINTS) throw new DrawingError(`This drawing has more than ${MAX_POINTS} points.`);
    pathCommands(d);
    const fill = this.colourOf(style.fill ?? 'black', style);
    if (fill) this.put(d, transform, style['fill-rule'] === 'evenodd', fill);
    const stroke = this.colourOf(style.stroke ?? 'none', style);
    if (stroke) this.put(strokeOutline(d, strokeStyle(style), sizeOf(d)), transform, false, stroke);
  }

  private put(d: string, transform: string, evenOdd: boolean, colour: string): void {
    if (!d) return;
    const placed = transform.trim() ? svgpath(d).abs().unshort().transform(transform).toString() : d;
    pathCommands(placed);
    this.parts.push({ d: placed, evenOdd, colour });
  }

  /** Colour of a paint, null for none. A gradient becomes its mean, and this is said. */
  private colourOf(paint: string, style: Style): string | null {
    const text = paint.trim();
    if (text === 'none' || text === 'transparent') return null;
    if (text === 'currentColor' || text === 'currentcolor') return hexColour(style.color ?? 'black');
    const reference = /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(text);
    if (!reference) return hexColour(text) ?? '#000000';
    const stops = this.stopsOf(this.byId.get(reference[1] as string), 0);
    if (stops.length === 0) {
      this.unused.add('pattern or paint that is not there');
      return '#808080';
    }
    this.notes.add('A gradient became its mean colour.');
    return hexColour(meanColour(stops)) ?? '#808080';
  }

  private stopsOf(gradient: Element | undefined, depth: number): string[] {
    if (!gradient || depth > 8) return [];
    const own = gradient.children
      .filter((child) => child.name === 'stop')
      .map(({ attributes }) => /stop-color\s*:\s*([^;]+)/.exec(attributes.style ?? '')?.[1]?.trim() ?? attributes['stop-color'] ?? 'black');
    const href = gradient.attributes.href ?? gradient.attributes['xlink:href'];
    return own.length > 0 || !href?.startsWith('#') ? own : this.stopsOf(this.byId.get(href.slice(1)), depth + 1);
  }
}

function meanColour(stops: readonly string[]): string {
  const parts = stops.map((stop) => hexColour(stop) ?? '#000000').map((hex) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)));
  const mean = (k: number) => Math.round(parts.reduce((sum, part) => sum + (part[k] as number), 0) / parts.length);
  return `rgb(${mean(0)}, ${mean(1)}, ${mean(2)})`;
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

/** Rough size of path data, for tolerances. */
function sizeOf(d: string): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { points } of pathCommands(d)) {
    for (const v of points) {
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
  }
  return high > low ? high - low : 1;
}

/**
 * Reads an SVG file: shapes, groups, transforms, uses, styles; strokes become outlines. What cannot be used is named.
 * @throws DrawingError, in words for the person, when the file is too large, broken, hostile or holds nothing to fill
 */
export function readSvg(svg: string): ReadDrawing {
  if (svg.length > MAX_SVG_BYTES) throw new DrawingError(`This file is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
  const root = treeOf(svg);
  if (!root.children.some(({ name }) => name === 'svg')) throw new DrawingError('This file is not a drawing in SVG.');
  const reader = new Reader();
  reader.read(root);
  const { parts, unused, notes } = reader;
  if (parts.length === 0) {
    const left = unused.size > 0 ? ` It holds only ${[...unused].join(', ')}.` : '';
    throw new DrawingError(`There is nothing in this file that can be filled.${left} Turn text into outlines first.`);
  }
  return { parts, unused: [...unused], notes: [...notes] };
}
