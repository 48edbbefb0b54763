interface Property {
  initial: string;
  inherited: boolean;
}

const inherited = (initial: string): Property => ({ initial, inherited: true });
const own = (initial: string): Property => ({ initial, inherited: false });

/** The properties of SVG 2 that say how a shape is drawn; a new one is one entry. Those not inherited begin anew with each element. */
export const PROPERTIES: Readonly<Record<string, Property>> = {
  fill: inherited('black'),
  'fill-rule': inherited('nonzero'),
  'fill-opacity': inherited('1'),
  stroke: inherited('none'),
  'stroke-opacity': inherited('1'),
  'stroke-width': inherited('1'),
  'stroke-linejoin': inherited('miter'),
  'stroke-linecap': inherited('butt'),
  'stroke-miterlimit': inherited('4'),
  'stroke-dasharray': inherited('none'),
  'stroke-dashoffset': inherited('0'),
  'clip-rule': inherited('nonzero'),
  color: inherited('black'),
  visibility: inherited('visible'),
  'font-size': inherited('16px'),
  'marker-start': inherited('none'),
  'marker-mid': inherited('none'),
  'marker-end': inherited('none'),
  marker: inherited('none'),
  display: own('inline'),
  opacity: own('1'),
  overflow: own('hidden'),
  'vector-effect': own('none'),
  'clip-path': own('none'),
  mask: own('none'),
  'mask-type': own('luminance'),
  filter: own('none'),
  transform: own('none'),
  'transform-origin': own('0 0'),
  'transform-box': own('view-box'),
  'stop-color': own('black'),
  'stop-opacity': own('1'),
  x: own('0'),
  y: own('0'),
  cx: own('0'),
  cy: own('0'),
  r: own('0'),
  rx: own('auto'),
  ry: own('auto'),
  width: own('auto'),
  height: own('auto'),
  d: own('none'),
};

/** Properties in lengths that are inherited as they come to where they are set, not as they are written. */
export const INHERITED_LENGTHS = ['stroke-width', 'stroke-dashoffset', 'stroke-dasharray'] as const;
