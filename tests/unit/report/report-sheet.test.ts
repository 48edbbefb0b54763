/**
 * @jest-environment ./tests/unit/support/page-environment.mjs
 */
import { reportSheet, type SheetContent } from '@/core/report/report-sheet';

const content = (change: Partial<SheetContent> = {}): SheetContent => ({
  production: 'Lantern Deep, ident A',
  version: 'Lantern Deep, ident A 2 KELP Square',
  width: 1080,
  height: 1080,
  rate: '25',
  first: 0,
  last: 149,
  drawn: '100 % · 64 sub-frames',
  files: ['ProRes 422 HQ', 'PNG'],
  fonts: ['Anton'],
  sound: null,
  stills: [
    { frame: 0, picture: 'data:image/jpeg;base64,AA==' },
    { frame: 149, picture: 'data:image/jpeg;base64,BB==' },
  ],
  verdicts: null,
  reports: [],
  ordered: '2026-11-27T19:00:00.000Z',
  made: '2026-11-27T19:30:00.000Z',
  ...change,
});
const read = (change: Partial<SheetContent> = {}) => new DOMParser().parseFromString(reportSheet(content(change)), 'text/html');

test('tells what was made: raster, rate, length as frames and as timecode, files and fonts', () => {
  const page = read();
  const said = Object.fromEntries(
    [...page.querySelectorAll('dt')].map((dt) => [dt.textContent, dt.nextElementSibling?.textContent?.trim()]),
  );
  expect(page.querySelector('h1')?.textContent).toBe('Lantern Deep, ident A 2 KELP Square');
  expect(said).toMatchObject({
    Production: 'Lantern Deep, ident A',
    Picture: '1080 × 1080, 25 frames a second',
    // 150 frames at 25 a second are six seconds.
    Length: '150 frames, 00:00:06:00',
    'From and to': '00:00:00:00 (frame 0) to 00:00:05:24 (frame 149)',
    Files: 'ProRes 422 HQ, PNG',
    Fonts: 'Anton',
    Sound: 'none',
  });
});

test('has a picture for each frame of the contact sheet, and asks for nothing beside itself', () => {
  const page = read();
  expect([...page.querySelectorAll('img')].map((img) => img.alt)).toEqual(['Frame 0', 'Frame 149']);
  const addresses = [...page.querySelectorAll('[src], [href]')].map((each) => each.getAttribute('src') ?? each.getAttribute('href') ?? '');
  expect(addresses.every((address) => address.startsWith('data:'))).toBe(true);
  expect(page.querySelectorAll('script, link')).toHaveLength(0);
});

test('tells what checks and stations say, and that checks were not run where they were not', () => {
  const verdict = {
    check: 'flash',
    label: 'Flashes',
    state: 'fails',
    figure: '4 a second',
    findings: [],
    advice: 'Slow it down.',
    chart: null,
  } as const;
  const point = { point: 'raster', label: 'Raster', verdict: 'refused', found: '192 × 108', wanted: '1920 × 1080' } as const;
  const report = {
    station: { id: 'merrow-nine', name: 'Merrow Nine, playout' },
    title: 'Lantern Deep',
    file: 'video.mov',
    received: '2026-11-27T19:10:00.000Z',
    verdict: 'refused',
    points: [point],
  } as const;
  const page = read({ verdicts: [verdict], reports: [{ ...report, points: [...report.points] }] });
  const rows = [...page.querySelectorAll('tbody tr')].map((row) => [...row.children].map((cell) => cell.textContent));
  expect(rows).toEqual([
    ['Flashes', 'fails', '4 a second', 'Slow it down.'],
    ['Raster', 'refused', '192 × 108', '1920 × 1080'],
  ]);
  expect(read().body.textContent).toContain('They were not run.');
});

test('whatever a name says, it is text', () => {
  const hostile = `<script>alert(1)</script><img src=x onerror="alert(2)">'"&amp;`;
  const page = read({ production: hostile, version: hostile, fonts: [hostile], sound: hostile });
  expect(page.querySelectorAll('script')).toHaveLength(0);
  expect(page.querySelectorAll('img')).toHaveLength(2);
  expect(page.querySelector('h1')?.textContent).toBe(hostile);
  expect(page.title).toContain(hostile);
});
