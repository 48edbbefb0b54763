import { SaxesParser } from 'saxes';
import { DrawingError } from '../path-data';

/** An element of an SVG file. */
export interface Element {
  name: string;
  attributes: Record<string, string>;
  children: Element[];
  text: string;
}

/** Id that an element links to within its own file; undefined where it links elsewhere, or not at all. */
export function linkedId({ attributes }: Element): string | undefined {
  const href = attributes.href ?? attributes['xlink:href'];
  return href?.startsWith('#') ? href.slice(1) : undefined;
}

/** A value that begins by referring to an element, url(#id), and what follows; null for one that does not. */
export function referred(text: string): { id: string; rest: string } | null {
  const found = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*(.*)$/s.exec(text.trim());
  return found && { id: found[1] as string, rest: found[2] as string };
}

export const MAX_ELEMENTS = 20_000;
/** How deep groups may lie in one another, and uses in uses. */
export const MAX_DEPTH = 60;

/** Entities that a file may declare, and how long what they stand for may be. */
const MAX_ENTITIES = 100;
const MAX_ENTITY = 2000;

/**
 * What a document type declares to stand for plain text, as drawing programs do with the names of their namespaces. One that stands for
 * other entities, for markup or for another file is left out: a file that uses it is refused as not readable.
 */
function entitiesOf(doctype: string): Record<string, string> {
  const found: Record<string, string> = {};
  let count = 0;
  for (const [, name, , value = ''] of doctype.matchAll(/<!ENTITY\s+([\w.:-]+)\s+(["'])(.*?)\2\s*>/gs)) {
    if (++count > MAX_ENTITIES) throw new DrawingError(`This file declares more than ${MAX_ENTITIES} entities. Save it as plain SVG.`);
    if (value.length <= MAX_ENTITY && !/[&<%]/.test(value)) found[name as string] = value;
  }
  return found;
}

/**
 * The file as a tree.
 * @throws DrawingError when it is broken, too deep or has too many elements
 */
export function treeOf(svg: string): Element {
  const root: Element = { name: '', attributes: {}, children: [], text: '' };
  const open = [root];
  let count = 0;
  const parser = new SaxesParser({ xmlns: false });
  parser.on('doctype', (text) => {
    Object.assign(parser.ENTITIES, entitiesOf(text));
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

/** Whether a switch draws this child, if it is the first such: we have no extensions, and read English (SVG 2, conditional processing). */
export function isChosen({ attributes }: Element): boolean {
  if (attributes.requiredExtensions !== undefined) return false;
  const languages = attributes.systemLanguage?.split(',').map((language) => language.trim().toLowerCase());
  return languages?.some((language) => language === 'en' || language.startsWith('en-')) ?? true;
}
