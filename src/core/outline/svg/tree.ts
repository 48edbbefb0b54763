import { SaxesParser } from 'saxes';
import { DrawingError } from '../path-data';

/** An element of an SVG file. */
export interface Element {
  name: string;
  attributes: Record<string, string>;
  children: Element[];
  text: string;
}

export const MAX_ELEMENTS = 20_000;
/** How deep groups may lie in one another, and uses in uses. */
export const MAX_DEPTH = 60;

/**
 * The file as a tree. Document types are refused: they can hold entities that unfold without end.
 * @throws DrawingError when it is broken, too deep or has too many elements
 */
export function treeOf(svg: string): Element {
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
