import type { Element } from './tree';
import { hexColour, type Style } from './style';

/** What a paint comes to: a colour as #rrggbb or none, and what is to be told of how it was read. */
export interface Paint {
  colour: string | null;
  note?: string;
  unused?: string;
}

/** Colour of a paint. A gradient becomes its mean; a pattern, or one that is not there, a grey. */
export function readPaint(paint: string, style: Style, byId: ReadonlyMap<string, Element>): Paint {
  const text = paint.trim();
  if (text === 'none' || text === 'transparent') return { colour: null };
  if (text === 'currentColor' || text === 'currentcolor') return { colour: hexColour(style.color ?? 'black') };
  const reference = /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(text);
  if (!reference) return { colour: hexColour(text) ?? '#000000' };
  const stops = stopsOf(byId.get(reference[1] as string), byId, 0);
  if (stops.length === 0) return { colour: '#808080', unused: 'pattern or paint that is not there' };
  return { colour: hexColour(meanColour(stops)) ?? '#808080', note: 'A gradient became its mean colour.' };
}

function stopsOf(gradient: Element | undefined, byId: ReadonlyMap<string, Element>, depth: number): string[] {
  if (!gradient || depth > 8) return [];
  const own = gradient.children
    .filter((child) => child.name === 'stop')
    .map(({ attributes }) => /stop-color\s*:\s*([^;]+)/.exec(attributes.style ?? '')?.[1]?.trim() ?? attributes['stop-color'] ?? 'black');
  const href = gradient.attributes.href ?? gradient.attributes['xlink:href'];
  return own.length > 0 || !href?.startsWith('#') ? own : stopsOf(byId.get(href.slice(1)), byId, depth + 1);
}

function meanColour(stops: readonly string[]): string {
  const parts = stops.map((stop) => hexColour(stop) ?? '#000000').map((hex) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)));
  const mean = (k: number) => Math.round(parts.reduce((sum, part) => sum + (part[k] as number), 0) / parts.length);
  return `rgb(${mean(0)}, ${mean(1)}, ${mean(2)})`;
}
