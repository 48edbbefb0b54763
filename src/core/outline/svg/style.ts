import { generate, parse, walk, type CssNode } from 'css-tree';
import { rgb } from 'd3-color';

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

interface Rule {
  tag: string | null;
  id: string | null;
  classes: string[];
  /** CSS Selectors: ids, then classes, then tags. */
  specificity: number;
  declarations: Style;
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

/** Reads a style sheet's plain rules: by element, class and id. Selectors that ask for more are named as unused. */
export function readRules(css: string, unused: Set<string>): Rule[] {
  const rules: Rule[] = [];
  const sheet = parse(css, { onParseError: () => unused.add('part of a style sheet that is not readable') });
  walk(sheet, {
    visit: 'Atrule',
    enter: (node) => void unused.add(`@${node.name} rule`),
  });
  walk(sheet, {
    visit: 'Rule',
    enter(node) {
      const declarations = declarationsOf(node.block);
      if (node.prelude.type !== 'SelectorList') return;
      node.prelude.children.forEach((selector) => {
        const rule: Rule = { tag: null, id: null, classes: [], specificity: 0, declarations };
        let plain = selector.type === 'Selector';
        if (selector.type === 'Selector') {
          selector.children.forEach((part) => {
            if (part.type === 'ClassSelector') rule.classes.push(part.name);
            else if (part.type === 'IdSelector') rule.id = part.name;
            else if (part.type === 'TypeSelector') rule.tag = part.name === '*' ? null : part.name;
            else plain = false;
          });
        }
        rule.specificity = (rule.id ? 10_000 : 0) + rule.classes.length * 100 + (rule.tag ? 1 : 0);
        if (plain) rules.push(rule);
        else unused.add(`style rule “${generate(selector)}”`);
      });
    },
  });
  return rules;
}

/**
 * Style of an element: what it inherits, then presentation attributes, then rules by specificity and order, then its style attribute
 * (SVG 2, styling; CSS Cascading).
 */
export function styleOf(inherited: Style, tag: string, attributes: Style, rules: readonly Rule[]): Style {
  const style: Record<string, string> = Object.fromEntries(
    INHERITED.flatMap((name) => (inherited[name] === undefined ? [] : [[name, inherited[name]]])),
  );
  for (const name of KNOWN) {
    const value = attributes[name];
    if (value !== undefined && value !== 'inherit') style[name] = value;
  }
  const classes = new Set((attributes.class ?? '').split(/\s+/));
  const matching = rules.filter(
    (rule) =>
      (rule.tag === null || rule.tag === tag) &&
      (rule.id === null || rule.id === attributes.id) &&
      rule.classes.every((c) => classes.has(c)),
  );
  for (const { declarations } of [...matching].sort((a, b) => a.specificity - b.specificity)) Object.assign(style, declarations);
  if (attributes.style)
    Object.assign(style, declarationsOf(parse(attributes.style, { context: 'declarationList', onParseError: () => undefined })));
  return style;
}

/** A colour as #rrggbb, or null when it is none we know. */
export function hexColour(text: string): string | null {
  const colour = rgb(text);
  return Number.isNaN(colour.r) ? null : colour.formatHex();
}
