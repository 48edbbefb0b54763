import { drawingExtent } from '../drawing';
import { DrawingError } from '../path-data';
import type { Ring } from '../ring';
import { Canvas, lengthsOf, type Around, type DrawingPart } from './canvas';
import { clipOf, clipOfFrame, extentSize, laidOver, unionOf, type Clip } from './clip';
import { lengthOf, type LengthContext } from './lengths';
import { luminance } from './paint';
import type { Reading } from './reading';
import { SHAPES } from './shapes';
import { INITIAL_STYLE, opacityOf, styleOf, type Style } from './style';
import { about, IDENTITY, matrixOf, multiply, originOf, translation, type Frame, type Matrix } from './transform';
import { isChosen, linkedId, MAX_DEPTH, MAX_ELEMENTS, referred, type Element } from './tree';
import { innerViewport, outerViewport } from './viewport';

/** Elements that hold others and draw nothing themselves. */
const GROUPS = new Set(['svg', 'g', 'a', 'switch']);
const SILENT = new Set(
  'title desc metadata defs style symbol linearGradient radialGradient stop clipPath mask marker pattern filter'.split(' '),
);

/** Goes through a drawing and puts down its parts. */
export class Reader {
  readonly canvas: Canvas;
  private readonly matrices = new Map<string, Matrix | null>();
  private readonly used = new Set<Element>();
  private drawn = 0;
  private elements = 0;

  constructor(private readonly reading: Reading) {
    this.canvas = new Canvas(reading);
  }

  read(document: Element): void {
    this.index(document);
    const root = document.children.find(({ name }) => name === 'svg') as Element;
    const style = this.style(INITIAL_STYLE, root);
    if (style.display === 'none') return;
    const { matrix, view, seen, pixels } = outerViewport(style, root.attributes);
    this.canvas.pixels = pixels;
    const clips = seen && style.overflow !== 'visible' ? [clipOfFrame(seen, matrix)] : [];
    this.visitInside(root, { matrix, style, view, opacity: opacityOf(style.opacity), clips, id: undefined });
  }

  private index(element: Element): void {
    this.elements++;
    const { id } = element.attributes;
    if (id !== undefined && !this.canvas.byId.has(id)) this.canvas.byId.set(id, element);
    if (element.name === 'style') this.canvas.rules.add(element.text, this.canvas.unused);
    for (const child of element.children) this.index(child);
  }

  private style(inherited: Style, element: Element): Style {
    return styleOf(inherited, element, this.canvas.rules);
  }

  private visitInside({ name, children }: Element, around: Around): void {
    if (around.opacity <= 0) return;
    if (name !== 'switch') for (const child of children) this.visit(child, around);
    else {
      const chosen = children.find(isChosen);
      if (chosen) this.visit(chosen, around);
    }
  }

  private visit(element: Element, outer: Around): void {
    const { name, attributes } = element;
    if (SILENT.has(name)) return;
    if (++this.drawn > MAX_ELEMENTS) throw new DrawingError(`This drawing unfolds to more than ${MAX_ELEMENTS} elements.`);
    this.reading.at(Math.min(1, this.drawn / this.elements));
    const style = this.style(outer.style, element);
    if (style.display === 'none') return;
    const opacity = outer.opacity * opacityOf(style.opacity);
    if (opacity <= 0) return;
    if (style.filter !== 'none') this.canvas.unused.add('filter');
    const matrix = multiply(outer.matrix, this.transformOf(element, style, outer));
    const around: Around = { matrix, style, view: outer.view, opacity, clips: outer.clips, id: attributes.id ?? outer.id };
    around.clips = [...outer.clips, ...this.clipsOf(element, around)];
    if (name === 'use') this.visitUse(element, around);
    else if (name === 'svg') this.visitViewport(element, around);
    else if (GROUPS.has(name)) this.visitInside(element, around);
    else if (SHAPES[name]) this.canvas.draw(SHAPES[name]({ attributes, style, lengths: lengthsOf(around) }), around);
    else this.canvas.unused.add(name);
  }

  /** An inner svg, or a symbol where it is used: a viewport of its own. */
  private visitViewport(element: Element, around: Around): void {
    const { matrix, view, seen } = innerViewport(around.style, element.attributes, lengthsOf(around));
    if (!(view.width > 0 && view.height > 0)) return;
    const placed = multiply(around.matrix, matrix);
    const own = element.name === 'symbol' ? this.style(around.style, element) : around.style;
    const clip = seen && own.overflow !== 'visible' ? [clipOfFrame(seen, placed)] : [];
    this.visitInside(element, { ...around, matrix: placed, style: own, view, clips: [...around.clips, ...clip] });
  }

  private visitUse(element: Element, around: Around): void {
    const { attributes } = element;
    const id = linkedId(element);
    const target = this.canvas.byId.get(id ?? '');
    if (!target) {
      this.canvas.unused.add(id === undefined ? 'use of another file' : 'use of something that is not there');
      return;
    }
    this.within(target, () => {
      if (target.name === 'symbol') return this.visitViewport(target, around);
      const [x, y] = [lengthOf(around.style.x, 'across', lengthsOf(around)), lengthOf(around.style.y, 'up', lengthsOf(around))];
      const at = { ...around, matrix: multiply(around.matrix, translation(x, y)) };
      // An svg that is used takes its size from the use, where that has one.
      const sized =
        target.name === 'svg' ? { ...target, attributes: { ...target.attributes, ...given(attributes, ['width', 'height']) } } : target;
      this.visit(sized, at);
    });
  }

  /** Goes into what is used, which must not lead back to itself. */
  private within(target: Element, work: () => void): void {
    if (this.used.has(target)) throw new DrawingError('A part of this drawing uses itself.');
    if (this.used.size >= MAX_DEPTH) throw new DrawingError(`Parts of this drawing use one another more than ${MAX_DEPTH} deep.`);
    this.used.add(target);
    work();
    this.used.delete(target);
  }

  /** Transforms are read once each: files repeat them. */
  private matrixOf(transforms: string, context: LengthContext): Matrix {
    const key = transforms.includes('%') || transforms.includes('em') ? JSON.stringify([transforms, context]) : transforms;
    let matrix = this.matrices.get(key);
    if (matrix === undefined) this.matrices.set(key, (matrix = matrixOf(transforms, context)));
    if (matrix === null) this.canvas.unused.add(`transform “${transforms.slice(0, 40)}”`);
    return matrix ?? IDENTITY;
  }

  private transformOf(element: Element, style: Style, { view }: Around): Matrix {
    const { transform = 'none' } = style;
    if (transform === 'none') return IDENTITY;
    const context = lengthsOf({ view, style });
    const isOwnBox = style['transform-box'] === 'fill-box' || style['transform-box'] === 'content-box';
    const box = isOwnBox ? this.boxOf(element, { style, view }) : { x: 0, y: 0, ...view };
    const matrix = this.matrixOf(transform, isOwnBox ? { ...context, view: box } : context);
    const [x, y] = originOf(style['transform-origin'] ?? '0 0', box, context);
    return x === 0 && y === 0 ? matrix : about(x, y, matrix);
  }

  /** Box of what an element fills, in its own coordinates. */
  private boxOf(element: Element, { style, view }: Pick<Around, 'style' | 'view'>): Frame {
    const inner: Around = { matrix: IDENTITY, style, view, opacity: 1, clips: [], id: undefined };
    const shape = SHAPES[element.name];
    const parts = this.canvas.gathered('box', () => {
      if (shape) this.canvas.draw(shape({ attributes: element.attributes, style, lengths: lengthsOf(inner) }), inner);
      else if (element.name === 'use') this.visitUse(element, inner);
      else this.visitInside(element, inner);
    });
    const extent = drawingExtent(parts);
    return extent
      ? { x: extent.x0, y: extent.y0, width: extent.x1 - extent.x0, height: extent.y1 - extent.y0 }
      : { x: 0, y: 0, width: 0, height: 0 };
  }

  /** What of an element is seen by its clip-path and its mask. */
  private clipsOf(element: Element, around: Around): Clip[] {
    const { style } = around;
    return this.canvas.manner === 'box'
      ? []
      : [...this.clipPathOf(style['clip-path'], element, around), ...this.maskOf(style.mask, element, around)];
  }

  /** The element of a kind that a property refers to; what it says otherwise is named. */
  private referred(text: string | undefined, name: 'clipPath' | 'mask'): Element | null {
    if (text === undefined || text === 'none') return null;
    const target = this.canvas.byId.get(referred(text)?.id ?? '');
    if (target?.name === name) return target;
    if (!text.startsWith('url')) this.canvas.unused.add(`${name === 'mask' ? 'mask' : 'clip-path'} ${text.slice(0, 30)}`);
    return null;
  }

  /**
   * What an element is clipped by: the region that the inside of what it refers to gives, and what that is clipped by itself.
   * @param units in what the inside is drawn
   */
  private clippedBy(
    target: Element,
    element: Element,
    around: Around,
    units: string | undefined,
    regionOf: (inner: Around, style: Style) => { parts: DrawingPart[]; region: (scale: number) => Ring[] },
  ): Clip[] {
    const clips: Clip[] = [];
    this.within(target, () => {
      const style = this.style(INITIAL_STYLE, target);
      const inner = this.unitsOf(units, element, { ...around, style, clips: [], opacity: 1 });
      const { parts, region } = regionOf(inner, style);
      const scale = extentSize(parts);
      clips.push(clipOf(scale > 0 ? region(scale) : []), ...this.clipsOf(target, { ...inner, style }));
    });
    return clips;
  }

  private clipPathOf(text: string | undefined, element: Element, around: Around): Clip[] {
    const target = this.referred(text, 'clipPath');
    if (!target) return [];
    return this.clippedBy(target, element, around, target.attributes.clipPathUnits, (inner, style) => {
      inner.matrix = multiply(inner.matrix, this.transformOf(target, style, around));
      const parts = this.canvas.gathered('clip', () => this.visitInside(target, inner));
      return { parts, region: (scale) => unionOf(parts, scale) };
    });
  }

  private maskOf(text: string | undefined, element: Element, around: Around): Clip[] {
    const target = this.referred(text, 'mask');
    if (!target) return [];
    return this.clippedBy(target, element, around, target.attributes.maskContentUnits, (inner, style) => {
      const parts = this.canvas.gathered('drawing', () => this.visitInside(target, inner));
      const shares = parts.map((part) => part.opacity * (style['mask-type'] === 'alpha' ? 1 : luminance(part.colour)));
      if (shares.some((share) => share > 0.02 && share < 0.98)) this.canvas.notes.add('A soft mask became a sharp one.');
      const laid = parts.map(({ d, evenOdd }, i) => ({ d, evenOdd, shows: (shares[i] as number) > 0.5 }));
      return { parts, region: (scale) => laidOver(laid, scale) };
    });
  }

  /** Where the inside of a clip or mask stands: where the element does, in its units or in shares of its box. */
  private unitsOf(units: string | undefined, element: Element, around: Around): Around {
    if (units !== 'objectBoundingBox') return around;
    const { x, y, width, height } = this.boxOf(element, { style: this.style(INITIAL_STYLE, element), view: around.view });
    return { ...around, matrix: multiply(around.matrix, [width, 0, 0, height, x, y]), view: { width: 1, height: 1 } };
  }
}

/** Those attributes that are given. */
const given = (attributes: Element['attributes'], names: readonly string[]): Element['attributes'] =>
  Object.fromEntries(names.flatMap((name) => (attributes[name] === undefined ? [] : [[name, attributes[name]]])));
