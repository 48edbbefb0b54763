import { expect, test, type Page } from '@playwright/test';
import { drawingExtent } from '@/core/outline/drawing';
import { readSvg } from '@/core/outline/svg/read-svg';
import { LANTERN_FISH_SVG } from '@/demo/lantern-fish';

/** Drawings against the browser's own reading: boxes (SVG 2, getBBox), and what is painted. */

const svg = (inner: string, root = 'viewBox="0 0 100 100" overflow="visible"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${root}>${inner}</svg>`;

const DRAWINGS: Record<string, string> = {
  'rounded rectangle': svg('<rect x="3" y="4" width="40" height="20" rx="6"/>'),
  'one radius given': svg('<rect x="3" y="4" width="40" height="20" ry="30"/>'),
  ellipse: svg('<ellipse cx="20" cy="30" rx="12" ry="5" transform="rotate(30 20 30)"/>'),
  polygon: svg('<polygon points="1,2 30,-4.5 22,40"/>'),
  'arcs, large and small': svg('<path d="M10 10A20 12 35 1 0 40 30a8 8 0 0 1-9 3Z"/>'),
  'smooth curves': svg('<path d="m5 5c10-20 30 40 40 10s-20-30-30 5t-8 10z"/>'),
  'nested transforms': svg(
    '<g transform="translate(10,20) scale(2 .5)"><g transform="skewX(20) rotate(-15)"><rect width="10" height="30"/></g></g>',
  ),
  matrix: svg('<path d="M0 0h10v10z" transform="matrix(1 .5 -.3 2 7 9)"/>'),
  'use and symbol': svg(
    '<symbol id="s" viewBox="0 0 20 10"><circle cx="10" cy="5" r="5"/></symbol><use href="#s" x="5" y="6" width="40" ' +
      'height="40"/><defs><path id="p" d="M0 0h4v9z"/></defs><use href="#p" transform="rotate(20) translate(30 2)"/>',
  ),
  'inner view': svg('<svg x="10" y="10" width="30" height="60" viewBox="5 5 10 10"><rect x="5" y="5" width="10" height="10"/></svg>'),
  'units of length': svg('<rect x="1mm" y="1pt" width=".5in" height="1cm"/>'),
  'the sign of the season': LANTERN_FISH_SVG,
};

for (const [name, drawing] of Object.entries(DRAWINGS)) {
  test(name, async ({ page }) => {
    await page.setContent(`<body style="margin:0">${drawing}</body>`);
    const box = await page.evaluate(() => {
      const root = document.querySelector('body > svg') as SVGSVGElement;
      const { x, y, width, height } = root.getBBox();
      if (root.querySelector('use, svg')) return [x, y, x + width, y + height];
      // The box of a turned shape is that of its own box turned, which is too wide: take points along it instead.
      const toRoot = (root.getScreenCTM() as DOMMatrix).inverse();
      const points = [...root.querySelectorAll<SVGGeometryElement>('path, rect, circle, ellipse, polygon')].flatMap((shape) => {
        const matrix = toRoot.multiply(shape.getScreenCTM() as DOMMatrix);
        const length = shape.getTotalLength();
        return Array.from({ length: 1001 }, (_, i) => shape.getPointAtLength((i / 1000) * length).matrixTransform(matrix));
      });
      const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
      return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
    });
    const ours = drawingExtent(readSvg(drawing).parts);
    const size = Math.max(box[2] as number, box[3] as number);
    [ours?.x0, ours?.y0, ours?.x1, ours?.y1].forEach((v, i) => expect(Math.abs((v ?? NaN) - (box[i] as number))).toBeLessThan(2e-3 * size));
  });
}

/** What is drawn on 100 by 100 units, 200 pixels wide. */
const drawn = (inner: string, root = 'viewBox="0 0 100 100" overflow="visible"') => svg(inner, `width="200" height="200" ${root}`);

const PAINTED: Record<string, string> = {
  dashes: drawn(
    '<path d="M10 20H90" stroke="#000" stroke-width="6" stroke-dasharray="12 5 3" stroke-dashoffset="4"/>' +
      '<circle cx="50" cy="62" r="25" fill="none" stroke="red" stroke-width="5" stroke-dasharray="10,6" stroke-linecap="round"/>' +
      '<path d="M10 40H90" stroke="blue" stroke-width="8" stroke-dasharray="0 14" stroke-linecap="round"/>' +
      '<rect x="4" y="80" width="90" height="14" fill="none" stroke="green" stroke-width="2" style="stroke-dasharray: 5%"/>',
  ),
  'nothing seen through': drawn(
    '<linearGradient id="g"><stop stop-color="red" stop-opacity="0"/><stop offset="1" stop-color="#0f00"/></linearGradient>' +
      '<rect width="40" height="40"/><g opacity="0"><rect x="50" width="40" height="40"/></g>' +
      '<rect y="50" width="20" height="20" fill-opacity="0"/>' +
      '<rect x="30" y="50" width="20" height="20" fill="transparent"/><rect x="60" y="50" width="20" height="20" fill="url(#g)"/>' +
      '<rect x="80" y="80" width="15" height="15" fill="rgb(255 0 0 / 0%)"/>',
  ),
  'transforms of CSS': drawn(
    '<style>.a{transform:translate(30px,20px) rotate(.1turn) scale(1.5);fill:teal} ' +
      '.b{transform:rotate(30deg);transform-origin:center;transform-box:fill-box}' +
      '.c{transform:skewX(20deg) translateX(10%)}</style><rect class="a" width="20" height="10"/>' +
      '<rect class="b" x="10" y="60" width="30" height="15"/>' +
      '<rect class="c" x="55" y="70" width="20" height="20" fill="red"/><g transform-origin="70 20" transform="rotate(45)">' +
      '<rect x="60" y="10" width="20" height="20"/></g>',
  ),
  'what is inherited, custom and important': drawn(
    '<style>:root{--mid:#08f} .i{fill:red !important} #x{fill:green} rect{stroke:var(--none, #333)} .w{stroke-width:inherit}</style>' +
      '<g fill="var(--mid)" stroke-width="4"><rect x="5" y="5" width="30" height="30"/>' +
      '<rect id="x" class="i" x="45" y="5" width="30" height="30"/>' +
      '<rect class="w" x="5" y="50" width="30" height="30" style="fill:inherit"/>' +
      '<rect x="45" y="50" width="30" height="30" style="fill:var(--gone,gold)"/></g>',
  ),
  'percentages and em': drawn(
    '<rect x="10%" y="10%" width="40%" height="20%"/><circle cx="75%" cy="25%" r="15%" fill="red"/>' +
      '<g font-size="10"><rect x="1em" y="5em" width="3em" height="2em" fill="blue"/><g style="font-size:200%">' +
      '<rect x="3em" y="3em" width="1em" height="1em"/></g></g>',
  ),
  'geometry by CSS': drawn(
    '<style>rect{x:10px;y:20px;width:30px;height:40px;rx:8px} circle{cx:70px;cy:40px;r:20px} path{d:path("M10 70L90 70L50 95Z")}</style>' +
      '<rect/><circle fill="red"/><path d="M0 0H100V100Z" fill="blue"/>',
  ),
  'fitted unevenly, and from a corner': drawn(
    '<svg x="5" y="5" width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="none"><circle cx="5" cy="5" r="5"/></svg>' +
      '<svg x="50" y="5" width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="xMaxYMid">' +
      '<circle cx="5" cy="5" r="5" fill="red"/></svg>' +
      '<svg x="5" y="40" width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="xMidYMin slice">' +
      '<circle cx="5" cy="5" r="5" fill="blue"/></svg>',
  ),
  'a symbol without a size, and one that runs over': drawn(
    '<symbol id="s" viewBox="0 0 10 10"><path d="M0 0H10V5H0Z"/></symbol><symbol id="t" viewBox="0 0 10 10">' +
      '<rect x="-5" y="2" width="20" height="3" fill="red"/></symbol>' +
      '<use href="#s"/><use href="#t" x="20" y="55" width="30" height="30"/>',
  ),
  'a switch': drawn(
    '<switch><rect requiredExtensions="x" width="90" height="20"/><rect systemLanguage="xx" width="80" height="20"/>' +
      '<rect y="30" width="40" height="40" fill="red"/><rect y="30" width="90" height="60"/></switch>',
  ),
  'strokes that do not scale': drawn(
    '<g transform="scale(4 1)">' +
      '<rect x="3" y="10" width="15" height="30" fill="none" stroke="#000" stroke-width="6" vector-effect="non-scaling-stroke"/></g>',
  ),
  'what lies outside': drawn('<circle cx="0" cy="50" r="40"/><rect x="60" y="60" width="80" height="80" fill="red"/>'),
  'a view from elsewhere': drawn('<rect x="-40" y="-40" width="60" height="60" fill="teal"/>', 'viewBox="-50 -50 100 100"'),
  'clip paths': drawn(
    '<clipPath id="c"><circle cx="30" cy="30" r="20"/><rect x="30" y="30" width="30" height="10"/></clipPath>' +
      '<clipPath id="o" clipPathUnits="objectBoundingBox"><ellipse cx=".5" cy=".5" rx=".5" ry=".3"/></clipPath>' +
      '<clipPath id="e"><path clip-rule="evenodd" d="M60 5h35v35h-35z M70 15h15v15h-15z"/></clipPath>' +
      '<rect x="10" y="10" width="60" height="60" clip-path="url(#c)"/><g clip-path="url(#o)">' +
      '<rect x="10" y="65" width="60" height="30" fill="red"/></g>' +
      '<g style="clip-path:url(#e)"><rect width="100" height="100" fill="blue"/></g>',
  ),
  masks: drawn(
    '<mask id="m"><rect width="100" height="100" fill="white"/><circle cx="50" cy="50" r="20" fill="black"/></mask>' +
      '<mask id="a" mask-type="alpha"><rect x="60" y="60" width="30" height="30" fill="black"/></mask>' +
      '<rect x="10" y="10" width="60" height="80" mask="url(#m)"/><rect x="50" y="50" width="50" height="50" fill="red" mask="url(#a)"/>',
  ),
  'a point with round and square caps': drawn(
    '<path d="M20 20Z M30 20" stroke="#000" stroke-width="20" stroke-linecap="round"/>' +
      '<path d="M60 20L60 20" stroke="red" stroke-width="20" stroke-linecap="square"/>' +
      '<path d="M20 60h30v20Z" stroke="blue" stroke-width="4" fill="none"/><path d="M80 60Z" stroke="#000" stroke-width="30"/>',
  ),
  'a document type with names of its own':
    '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd" [' +
    '<!ENTITY ns_svg ' +
    '"http://www.w3.org/2000/svg"><!ENTITY blue "#00f">]><svg xmlns="&ns_svg;" width="200" height="200" viewBox="0 0 100 100">' +
    '<rect x="10" y="10" width="50" height="50" fill="&blue;"/></svg>',
};

/** Share of the pixels of two drawings that differ plainly: more than edges that are smoothed otherwise. */
function unlike(page: Page, theirs: string, ours: string): Promise<number> {
  return page.evaluate(
    async (drawings) => {
      const [a, b] = await Promise.all(
        drawings.map(async (text) => {
          const image = new Image();
          image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
          await image.decode();
          const canvas = Object.assign(document.createElement('canvas'), { width: 200, height: 200 });
          const context = canvas.getContext('2d') as CanvasRenderingContext2D;
          context.fillStyle = '#fff';
          context.fillRect(0, 0, 200, 200);
          context.drawImage(image, 0, 0, 200, 200);
          return context.getImageData(0, 0, 200, 200).data;
        }),
      );
      if (!a || !b) return 1;
      let count = 0;
      for (let i = 0; i < a.length; i += 4) if ([0, 1, 2].some((k) => Math.abs((a[i + k] as number) - (b[i + k] as number)) > 90)) count++;
      return count / (a.length / 4);
    },
    [theirs, ours],
  );
}

for (const [name, drawing] of Object.entries(PAINTED)) {
  test(`painted alike: ${name}`, async ({ page }) => {
    const { parts } = readSvg(drawing);
    const view = /viewBox="(-50[^"]*)"/.exec(drawing)?.[1] ?? '0 0 100 100';
    const paths = parts.map(
      ({ d, evenOdd, colour, opacity }) =>
        `<path d="${d}" fill="${colour}" fill-opacity="${opacity}" fill-rule="${evenOdd ? 'evenodd' : 'nonzero'}"/>`,
    );
    const ours = svg(paths.join(''), `width="200" height="200" viewBox="${view}"`);
    await page.goto('about:blank');
    expect(await unlike(page, drawing, '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="200"/>')).toBeGreaterThan(0.02);
    expect(await unlike(page, drawing, ours)).toBeLessThan(0.002);
  });
}
