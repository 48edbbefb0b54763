import { opacityOf, readColour, styleOf, type Style } from './style';
import type { StyleRules } from './style-rules';
import { linkedId, referred, type Element } from './tree';

/** What a paint comes to: a colour as #rrggbb and the share that it covers, and what is to be told of how it was read. */
export interface Paint {
  /** Null where nothing is painted. */
  colour: string | null;
  /** 0 lets all through. */
  opacity: number;
  note?: string;
  unused?: string;
}

const NOTHING: Paint = { colour: null, opacity: 0 };
const GREY = '#808080';

/** What paints are read by. */
export interface PaintSource {
  byId: ReadonlyMap<string, Element>;
  rules: StyleRules;
}

/** Colour of a paint. A gradient becomes its mean, a pattern a grey. */
export function readPaint(paint: string, style: Style, source: PaintSource): Paint {
  const text = paint.trim();
  if (text === 'none') return NOTHING;
  if (text.toLowerCase() === 'currentcolor') return coloured(style.color ?? 'black');
  const reference = referred(text);
  if (!reference) return coloured(text);
  const server = source.byId.get(reference.id);
  // What is not there paints what is named beside it, or nothing (SVG 2, painting).
  if (!server) {
    const instead = reference.rest ? readPaint(reference.rest, style, source) : NOTHING;
    return { ...instead, unused: 'paint that is not there' };
  }
  if (!server.name.endsWith('Gradient')) return { colour: GREY, opacity: 1, unused: server.name };
  const stops = stopsOf(server, source, 0);
  return stops.length === 0 ? NOTHING : { ...meanOf(stops), note: 'A gradient became its mean colour.' };
}

function coloured(text: string): Paint {
  const read = readColour(text);
  if (read) return { colour: read.hex, opacity: read.opacity };
  return { colour: '#000000', opacity: 1, unused: `colour “${text.slice(0, 40)}”` };
}

interface Stop {
  hex: string;
  opacity: number;
}

function stopsOf(gradient: Element | undefined, source: PaintSource, depth: number): Stop[] {
  if (!gradient || depth > 8) return [];
  const inherited = styleOf({}, gradient, source.rules);
  const own = gradient.children
    .filter((child) => child.name === 'stop')
    .map((stop): Stop => {
      const style = styleOf(inherited, stop, source.rules);
      const text = style['stop-color'] ?? 'black';
      const { hex, opacity } = readColour(text.toLowerCase() === 'currentcolor' ? (style.color ?? 'black') : text) ?? {
        hex: '#000000',
        opacity: 1,
      };
      return { hex, opacity: opacity * opacityOf(style['stop-opacity']) };
    });
  return own.length > 0 ? own : stopsOf(source.byId.get(linkedId(gradient) ?? ''), source, depth + 1);
}

/** How much light a colour of #rrggbb gives back, by the formula that masks use (CSS Masking, luminance of linear values left in sRGB). */
export function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as [number, number, number];
  return 0.2125 * r + 0.7154 * g + 0.0721 * b;
}

/** The mean of some stops, each as heavy as it covers. */
function meanOf(stops: readonly Stop[]): { colour: string; opacity: number } {
  const cover = stops.reduce((sum, { opacity }) => sum + opacity, 0);
  const part = (at: number) =>
    Math.round(stops.reduce((sum, { hex, opacity }) => sum + parseInt(hex.slice(at, at + 2), 16) * opacity, 0) / (cover || 1));
  const colour = `#${[1, 3, 5].map((at) => part(at).toString(16).padStart(2, '0')).join('')}`;
  return { colour, opacity: cover / stops.length };
}
