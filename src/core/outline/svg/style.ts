import { generate, parse, walk, type CssNode } from 'css-tree';
import { rgb } from 'd3-color';
import { DrawingError } from '../path-data';

/** Properties that say how a shape is filled and stroked. All are inherited but display and opacity. */
const INHERITED = [
  'fill',
  'fill-rule',
  'stroke',
  'stroke-width',
  'stroke-linejoin',
  'stroke-linecap',
  'stroke-miterlimit',
  'color',
  'visibility',
] as const;
const OWN = ['display', 'opacity'] as const;
const KNOWN: ReadonlySet<string> = new Set([...INHERITED, ...OWN]);

export type Style = Readonly<Record<string, string>>;
export const INITIAL_STYLE: Style = {
  fill: 'black',
  'fill-rule': 'nonzero',
  stroke: 'none',
  'stroke-width': '1',
  'stroke-linejoin': 'miter',
  'stroke-linecap': 'butt',
  'stroke-miterlimit': '4',
  color: 'black',
  visibility: 'visible',
};

/** Rules that a drawing may have. */
const MAX_RULES = 5000;

interface Rule {
  tag: string | null;
  id: string | null;
  classes: string[];
  declarations: Style;
  /** CSS Selectors: ids, then classes, then tags, then what was written later. */
  order: number;
}

function declarationsOf(block: CssNode): Style {
  const found: Record<string, string> = {};
  walk(block, {
    visit: 'Declaration',
    enter: (node) => {
      if (KNOWN.has(node.property)) found[node.property] = generate(node.value).trim();
    },
  });
  return found;
}

/** Blocks in blocks that a style sheet may have. */
const MAX_NESTING = 16;

/** @throws DrawingError when blocks lie in blocks without end: the reader of style sheets would run out of its stack */
function checkNesting(css: string): void {
  let depth = 0;
  for (const bracket of css.match(/[{}()[\]]/g) ?? []) {
    depth = '{(['.includes(bracket) ? depth + 1 : Math.max(0, depth - 1);
    if (depth > MAX_NESTING) throw new DrawingError(`A style sheet of this drawing is nested more than ${MAX_NESTING} deep.`);
  }
}

/** What a selector asks for, or null when it asks for more than an element, classes and an id. */
function plainSelector(selector: CssNode): Pick<Rule, 'tag' | 'id' | 'classes'> | null {
  if (selector.type !== 'Selector') return null;
  const asks: Pick<Rule, 'tag' | 'id' | 'classes'> = { tag: null, id: null, classes: [] };
  for (const part of selector.children.toArray()) {
    if (part.type === 'ClassSelector') asks.classes.push(part.name);
    else if (part.type === 'IdSelector') asks.id = part.name;
    else if (part.type === 'TypeSelector') asks.tag = part.name === '*' ? null : part.name;
    else return null;
  }
  return asks;
}

/** The plain rules of a drawing's style sheets: by element, class and id. Each is found by what it asks for first. */
export class StyleRules {
  private readonly byAsked = new Map<string, Rule[]>();
  private count = 0;

  /**
   * Reads a style sheet. Selectors that ask for more, and all that stands in rules with an at-sign, are named as unused.
   * @throws DrawingError when it has too many rules or is nested too deep
   */
  add(css: string, unused: Set<string>): void {
    checkNesting(css);
    const sheet = parse(css, { onParseError: () => unused.add('part of a style sheet that is not readable') });
    walk(sheet, { visit: 'Atrule', enter: (node) => void unused.add(`@${node.name} rule`) });
    const put = (rule: Rule) => this.put(rule);
    walk(sheet, {
      visit: 'Rule',
      enter(node) {
        if (this.atrule || node.prelude.type !== 'SelectorList') return;
        const declarations = declarationsOf(node.block);
        node.prelude.children.forEach((selector) => {
          const asks = plainSelector(selector);
          if (asks) put({ ...asks, declarations, order: 0 });
          else unused.add(`style rule “${generate(selector)}”`);
        });
      },
    });
  }

  private put(rule: Rule): void {
    if (++this.count > MAX_RULES) throw new DrawingError(`The style sheets of this drawing have more than ${MAX_RULES} rules.`);
    rule.order = this.count + (rule.tag ? 1 : 0) * 1e6 + rule.classes.length * 1e8 + (rule.id ? 1e11 : 0);
    const asked = rule.id ? `#${rule.id}` : rule.classes[0] ? `.${rule.classes[0]}` : (rule.tag ?? '*');
    const rules = this.byAsked.get(asked);
    if (rules) rules.push(rule);
    else this.byAsked.set(asked, [rule]);
  }

  /**
   * Style of an element: what it inherits, then presentation attributes, then rules by specificity and order, then its style attribute
   * (SVG 2, styling; CSS Cascading).
   */
  styleOf(inherited: Style, tag: string, attributes: Style): Style {
    const style: Record<string, string> = {};
    for (const name of INHERITED) if (inherited[name] !== undefined) style[name] = inherited[name];
    for (const name of KNOWN) {
      const value = attributes[name];
      if (value !== undefined && value !== 'inherit') style[name] = value;
    }
    const classes = new Set((attributes.class ?? '').split(/\s+/));
    const matching = [`#${attributes.id ?? ''}`, ...[...classes].map((c) => `.${c}`), tag, '*']
      .flatMap((asked) => this.byAsked.get(asked) ?? [])
      .filter(
        (rule) =>
          (rule.tag === null || rule.tag === tag) &&
          (rule.id === null || rule.id === attributes.id) &&
          rule.classes.every((c) => classes.has(c)),
      );
    for (const { declarations } of matching.sort((a, b) => a.order - b.order)) Object.assign(style, declarations);
    if (attributes.style) {
      checkNesting(attributes.style);
      Object.assign(style, declarationsOf(parse(attributes.style, { context: 'declarationList', onParseError: () => undefined })));
    }
    return style;
  }
}

/** A colour as #rrggbb, or null when it is none we know. */
export function hexColour(text: string): string | null {
  const colour = rgb(text);
  return Number.isNaN(colour.r) ? null : colour.formatHex();
}
