/** Basic shapes of SVG 2 as path data. Lengths in user units. */

type Attributes = Readonly<Record<string, string>>;

/** Sizes of the absolute units in user units (CSS Values and Units: 96 to the inch). */
const UNITS: Record<string, number> = { px: 1, in: 96, cm: 96 / 2.54, mm: 96 / 25.4, q: 96 / 101.6, pt: 96 / 72, pc: 16, '': 1 };

/** A length in user units; NaN for one that is none, `absent` where it is not given. Percentages and font units count as absent. */
export function userLength(text: string | undefined, absent = 0): number {
  if (text === undefined) return absent;
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(text);
  if (!match) return NaN;
  const unit = UNITS[(match[2] ?? '').toLowerCase()];
  return unit === undefined ? absent : Number(match[1]) * unit;
}

function rect(a: Attributes): string {
  const [x, y, w, h] = [userLength(a.x), userLength(a.y), userLength(a.width), userLength(a.height)];
  if (!(w > 0 && h > 0)) return '';
  const auto = (own: string | undefined, other: string | undefined) => userLength(own, userLength(other));
  const rx = Math.min(auto(a.rx, a.ry), w / 2);
  const ry = Math.min(auto(a.ry, a.rx), h / 2);
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}Z`;
  const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return (
    `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${-(w - 2 * rx)}${arc(-rx, -ry)}v` +
    `${-(h - 2 * ry)}${arc(rx, -ry)}Z`
  );
}

function ellipse(cx: number, cy: number, rx: number, ry: number): string {
  if (!(rx > 0 && ry > 0)) return '';
  return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

function points(a: Attributes, close: string): string {
  const numbers = (a.points ?? '')
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean);
  const even = numbers.slice(0, numbers.length - (numbers.length % 2));
  return even.length < 4 ? '' : `M${even.join(' ')}${close}`;
}

/** Path data of the elements that are drawn; a new one is one entry. */
export const SHAPES: Readonly<Record<string, (a: Attributes) => string>> = {
  path: (a) => a.d ?? '',
  rect,
  circle: (a) => ellipse(userLength(a.cx), userLength(a.cy), userLength(a.r), userLength(a.r)),
  ellipse: (a) => ellipse(userLength(a.cx), userLength(a.cy), userLength(a.rx, userLength(a.ry)), userLength(a.ry, userLength(a.rx))),
  polygon: (a) => points(a, 'Z'),
  polyline: (a) => points(a, ''),
  line: (a) => `M${userLength(a.x1)} ${userLength(a.y1)}L${userLength(a.x2)} ${userLength(a.y2)}`,
};
