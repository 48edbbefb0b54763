import { generate, parse, walk, type CssNode } from 'css-tree';
import { DrawingError } from '../path-data';
import { PROPERTIES } from './properties';

/** What a block declares, by property. */
export type Declarations = Record<string, { value: string; important: boolean }>;

/** Rules that a drawing may have. */
const MAX_RULES = 5000;
/** Blocks in blocks that a style sheet may have. */
const MAX_NESTING = 16;

interface Rule {
  tag: string | null;
  id: string | null;
  classes: string[];
  declarations: Declarations;
  /** CSS Selectors: ids, then classes, then tags, then what was written later. */
  order: number;
}

function declared(block: CssNode): Declarations {
  const found: Declarations = {};
  walk(block, {
    visit: 'Declaration',
    enter: ({ property, value, important }) => {
      if (!(property in PROPERTIES) && !property.startsWith('--')) return;
      const known = found[property];
      // Of two in one block the later one holds, unless the earlier is the only important one.
      if (!known?.important || important) found[property] = { value: generate(value).trim(), important: important !== false };
    },
  });
  return found;
}

/** What a style attribute declares. */
export const declarationsOf = (css: string): Declarations =>
  declared(parse(css, { context: 'declarationList', onParseError: () => undefined }));

/** @throws DrawingError when blocks lie in blocks without end: the reader of style sheets would run out of its stack */
export function checkNesting(css: string): void {
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
    else if (part.type === 'PseudoClassSelector' && part.name === 'root' && selector.children.size === 1) asks.tag = 'svg';
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
        const declarations = declared(node.block);
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

  /** What the rules for an element declare, from the weakest to the strongest. */
  matching(tag: string, attributes: Readonly<Record<string, string>>): Declarations[] {
    const classes = new Set((attributes.class ?? '').split(/\s+/));
    return [`#${attributes.id ?? ''}`, ...[...classes].map((c) => `.${c}`), tag, '*']
      .flatMap((asked) => this.byAsked.get(asked) ?? [])
      .filter(
        (rule) =>
          (rule.tag === null || rule.tag === tag) &&
          (rule.id === null || rule.id === attributes.id) &&
          rule.classes.every((c) => classes.has(c)),
      )
      .sort((a, b) => a.order - b.order)
      .map(({ declarations }) => declarations);
  }
}
