import { rgb } from 'd3-color';
import { lengthOf } from './lengths';
import { INHERITED_LENGTHS, PROPERTIES } from './properties';
import { checkNesting, declarationsOf, type Declarations, type StyleRules } from './style-rules';

/** Every property of an element, and the custom ones that it was given, as text. */
export type Style = Readonly<Record<string, string>>;

const EACH = Object.entries(PROPERTIES);

export const INITIAL_STYLE: Style = Object.fromEntries(EACH.map(([name, { initial }]) => [name, initial]));

/** How often a custom property may stand in another. */
const MAX_CUSTOM_DEPTH = 8;
/** How long a value may get by custom properties that stand in it. */
const MAX_VALUE = 10_000;

/** A value with its custom properties put in; null where one is missing and nothing stands in for it. */
function withCustom(value: string, style: Style, depth = 0): string | null {
  const start = value.search(/\bvar\(/i);
  if (start < 0) return value;
  if (depth > MAX_CUSTOM_DEPTH || value.length > MAX_VALUE) return null;
  const open = start + 3;
  let end = open;
  for (let level = 0; end < value.length; end++) {
    if (value[end] === '(') level++;
    else if (value[end] === ')' && --level === 0) break;
  }
  const [name, ...fallback] = value.slice(open + 1, end).split(',');
  const found = style[(name ?? '').trim()] ?? (fallback.length > 0 ? fallback.join(',').trim() : undefined);
  return found === undefined ? null : withCustom(value.slice(0, start) + found + value.slice(end + 1), style, depth + 1);
}

/** Lays declarations over a style in the making: plain ones first, then those that are important. */
function lay(given: Record<string, string>, declarations: readonly Declarations[]): void {
  for (const important of [false, true])
    for (const block of declarations)
      for (const [name, { value, important: isSo }] of Object.entries(block)) if (isSo === important) given[name] = value;
}

const isCustom = (name: string) => name.startsWith('--');

/**
 * Style of an element: what it inherits, then presentation attributes, then rules by specificity and order, then its style attribute, and
 * what is marked important over all that (SVG 2, styling; CSS Cascading and Inheritance Level 4).
 */
export function styleOf(
  inherited: Style,
  { name: tag, attributes }: { name: string; attributes: Readonly<Record<string, string>> },
  rules: StyleRules,
): Style {
  const given: Record<string, string> = {};
  for (const name in PROPERTIES) {
    const value = attributes[name];
    if (value !== undefined) given[name] = value.trim();
  }
  const blocks = rules.matching(tag, attributes);
  if (attributes.style) {
    checkNesting(attributes.style);
    blocks.push(declarationsOf(attributes.style));
  }
  lay(given, blocks);

  const style: Record<string, string> = {};
  for (const name in inherited) if (isCustom(name)) style[name] = inherited[name] as string;
  for (const name in given) if (isCustom(name)) style[name] = given[name] as string;
  for (const [name, { initial, inherited: comesDown }] of EACH) {
    const before = inherited[name] ?? initial;
    const value = given[name] === undefined ? 'unset' : (withCustom(given[name], style) ?? 'unset');
    if (value === 'inherit' || ((value === 'unset' || value === 'revert') && comesDown)) style[name] = before;
    else style[name] = value === 'initial' || value === 'unset' || value === 'revert' ? initial : value;
  }
  // A size in em is of the font around, and lengths that come down come down as what they are here.
  const around = Number.parseFloat(inherited['font-size'] ?? '16') || 16;
  const size = lengthOf(style['font-size'], 'both', {
    view: { width: around, height: around },
    fontSize: around,
  });
  style['font-size'] = `${size > 0 ? size : around}px`;
  for (const name of INHERITED_LENGTHS) {
    if (given[name] !== undefined) style[name] = inPixels(style[name] as string, Number.parseFloat(style['font-size']));
  }
  return style;
}

/** Lengths in em as the font here has them. */
const inPixels = (text: string, fontSize: number): string =>
  text.replace(/([-+]?(?:\d+\.?\d*|\.\d+))(em|ex|ch)\b/gi, (_, number: string, unit: string) =>
    String(Number(number) * (unit.toLowerCase() === 'em' ? fontSize : fontSize / 2)),
  );

/** Share that an opacity lets through, 0 to 1, from a number or a percentage. */
export function opacityOf(text: string | undefined): number {
  const value = Number.parseFloat(text ?? '1') / (text?.trim().endsWith('%') ? 100 : 1);
  return Number.isFinite(value) ? Math.max(0, Math.min(1, value)) : 1;
}

/** A colour as #rrggbb with the share that it lets through, or null when it is none we know. */
export function readColour(text: string): { hex: string; opacity: number } | null {
  if (text.trim().toLowerCase() === 'transparent') return { hex: '#000000', opacity: 0 };
  // The colour library knows commas alone; CSS Color 4 writes spaces and a slash.
  const commas = text
    .trim()
    .replace(/^(rgb|hsl)a?\(\s*([^,/)]+?)\s+([^,/)]+?)\s+([^,/)]+?)\s*(?:\/\s*([^)]+))?\)$/i, (_, kind: string, a, b, c, alpha?: string) =>
      alpha === undefined ? `${kind}(${a},${b},${c})` : `${kind}a(${a},${b},${c},${opacityOf(alpha)})`,
    )
    .replace(/deg/gi, '');
  const colour = rgb(commas);
  // The colour library forgets what a colour is that lets all through.
  if (colour.opacity === 0) return { hex: '#000000', opacity: 0 };
  return Number.isNaN(colour.r) ? null : { hex: colour.copy({ opacity: 1 }).formatHex(), opacity: opacityOf(String(colour.opacity)) };
}
