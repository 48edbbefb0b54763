import { expect, test } from '@playwright/test';
import { drawingExtent } from '@/core/outline/drawing';
import { readSvg } from '@/core/outline/svg/read-svg';
import { LANTERN_FISH_SVG } from '@/demo/lantern-fish';

/** Boxes of drawings against the browser's own (SVG 2, getBBox). */

const svg = (inner: string, root = 'viewBox="0 0 100 100"') =>
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
