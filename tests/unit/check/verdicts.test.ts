import { contrastAround, contrastRatio } from '@/core/check/contrast';
import { CELL, checkRaster, readFrame, type FrameReading } from '@/core/check/frame-reading';
import { loopVerdict } from '@/core/check/loop-check';
import { checkLoop } from '@/core/check/loop';
import { readWords, type WordReading } from '@/core/check/mark-reading';
import { checkStrobe } from '@/core/check/motion-check';
import { checkEnds, checkLevels } from '@/core/check/picture-checks';
import { checkSafeArea, checkWords, readSettingsSchema } from '@/core/check/read-check';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { produce } from 'immer';
import { packagedTypeface } from '../support/fonts';

const RATE = 25;
const needs = readSettingsSchema.parse({});

/** A picture of one colour all over. */
function plain(frame: number, [r, g, b]: readonly [number, number, number]): FrameReading {
  const { width, height } = checkRaster(1920, 1080);
  const pixels = new Uint8Array(4 * width * height);
  for (let i = 0; i < pixels.length; i += 4) pixels.set([r, g, b, 255], i);
  return readFrame(frame, pixels, width, height);
}

test('contrast is that of WCAG 2.2: white on black 21, and #777777 on white 4.48', () => {
  expect(contrastRatio(1, 0)).toBeCloseTo(21, 10);
  const grey = plain(0, [0x77, 0x77, 0x77]).luminance[0] as number;
  expect(contrastRatio(grey, 1)).toBeCloseTo(4.48, 2);
  // A bright square on a dark ground, against what is beside it and not against all.
  const [width, height] = [40, 30];
  const isIn = (i: number) => i % width > 10 && i % width < 20 && Math.floor(i / width) > 10 && Math.floor(i / width) < 20;
  const light = Float32Array.from({ length: width * height }, (_, i) => (isIn(i) ? 0.6 : i % width > 30 ? 1 : 0.05));
  expect(contrastAround(light, isIn, width, height)).toBeCloseTo(0.65 / 0.1, 3);
  expect(contrastAround(light, () => false, width, height)).toBeNull();
});

test('pictures are read in cells of light: luminance of BT.709, chromaticity of CIE 1976, the share of red', () => {
  for (const [width, height] of [
    [1920, 1080],
    [1080, 1920],
    [1080, 1080],
  ] as const) {
    const raster = checkRaster(width, height);
    expect([raster.width % CELL, raster.height % CELL]).toEqual([0, 0]);
    expect(raster.width / raster.height / (width / height)).toBeGreaterThan(0.93);
    expect(raster.width / raster.height / (width / height)).toBeLessThan(1.07);
  }
  const red = plain(0, [255, 0, 0]);
  expect(red.luminance[5]).toBeCloseTo(0.2126, 4);
  // u' and v' of the red of BT.709 (x 0.64, y 0.33): 4x / (−2x + 12y + 3) and 9y / (the same).
  expect(red.chroma[0]).toBeCloseTo((4 * 0.64) / (-2 * 0.64 + 12 * 0.33 + 3), 3);
  expect(red.chroma[1]).toBeCloseTo((9 * 0.33) / (-2 * 0.64 + 12 * 0.33 + 3), 3);
  expect(red.redness[0]).toBeCloseTo(1, 5);
  expect(plain(0, [0, 0, 0]).redness[0]).toBe(0);
});

test('levels: black and white are 16 and 235 (BT.709); what is burnt out is told with its frames', () => {
  const verdict = checkLevels([plain(0, [0, 0, 0]), plain(1, [200, 200, 200]), plain(2, [255, 255, 255]), plain(3, [255, 255, 255])]);
  expect(verdict.figure).toContain('16 to 235 of 16 to 235');
  expect(verdict.state).toBe('warns');
  expect(verdict.findings).toEqual([{ from: 2, to: 3, words: expect.stringContaining('burnt out') }]);
  expect(checkLevels([plain(0, [20, 20, 20]), plain(1, [200, 200, 200])]).state).toBe('passes');
});

test('ends: black or not, and for how long the last picture stands', () => {
  const moving = Array.from({ length: 20 }, (_, i) => plain(i, [10 * i, 50, 60]));
  const held = Array.from({ length: 15 }, (_, i) => plain(20 + i, [200, 100, 50]));
  expect(checkEnds([...moving, ...held], RATE)).toMatchObject({
    state: 'passes',
    figure: expect.stringContaining('stands for 14 frames (0.56 s)'),
  });
  expect(checkEnds(moving, RATE)).toMatchObject({ state: 'warns', findings: [{ from: 19, to: 19 }] });
  expect(checkEnds([plain(0, [0, 0, 0]), ...moving.slice(1), plain(20, [0, 0, 0])], RATE)).toMatchObject({
    state: 'passes',
    figure: expect.stringContaining('begins on black, ends on black'),
  });
});

const good: WordReading = { markId: 'm', height: 0.1, turnedDeg: 5, blur: 0.1, there: 1, box: [0.2, 0.4, 0.8, 0.6], contrast: 8 };
const over = (readings: (WordReading | null)[], text = 'TWO WORDS') => ({ markId: 'm', name: 'Title', text, readings });
const framesOf = (count: number) => Array.from({ length: count }, (_, i) => i);

test('words are read at three a second and half a second to find them (common practice): just long enough passes', () => {
  // Two words: 0.5 + 2/3 s are 29.2 frames at 25 a second.
  const enough = checkWords(over([...framesOf(30).map(() => good), null]), framesOf(31), RATE, needs);
  expect(enough).toMatchObject({ state: 'passes', figure: 'can be read for 1.20 s at a stretch; 2 words need 1.17 s' });
  const short = checkWords(over([...framesOf(29).map(() => good), null, ...framesOf(20).map(() => good)]), framesOf(50), RATE, needs);
  expect(short.state).toBe('fails');
  expect(short.advice).toBe('Let it stand longer.');
  expect(short.findings).toEqual([
    { from: 0, to: 28, words: 'it can be read here' },
    { from: 30, to: 49, words: 'it can be read here' },
  ]);
});

test.each([
  ['low', { height: 0.02 }, 'Bring it nearer, or make it larger.'],
  ['turned away', { turnedDeg: 70 }, 'Let it face the lens for a while.'],
  ['blurred', { blur: 1.2 }, 'Let camera and focus rest on it for a while.'],
  ['faint', { contrast: 2 }, 'Part it from what is behind it: by light, by colour, or by what stands there.'],
  ['half out of the frame', { there: 0.5 }, 'Let all of it be in the frame for a while.'],
] as const)('words that are %s cannot be read, and what would help is said', (_, change, advice) => {
  const verdict = checkWords(over(framesOf(60).map(() => ({ ...good, ...change }))), framesOf(60), RATE, needs);
  expect(verdict).toMatchObject({ state: 'fails', advice });
  expect(verdict.findings).toHaveLength(1);
});

test('what is read keeps 5 % off the edges (EBU R 95); what passes by unread may reach out', () => {
  const frames = framesOf(10);
  const near = { ...good, box: [0.04, 0.4, 0.8, 0.6] as const };
  expect(checkSafeArea([over(frames.map(() => good))], frames, RATE, needs).state).toBe('passes');
  expect(checkSafeArea([over(frames.map((i) => (i > 6 ? near : good)))], frames, RATE, needs)).toMatchObject({
    state: 'fails',
    findings: [{ from: 7, to: 9, words: '“Title” reaches out of it' }],
  });
  expect(checkSafeArea([over(frames.map(() => ({ ...near, blur: 3 })))], frames, RATE, needs).state).toBe('passes');
  // Thirty frames within are 1.2 s, and two words need 1.17: where it went on from there is told, and no longer held against it.
  const longer = framesOf(34);
  expect(checkSafeArea([over(longer.map((i) => (i > 29 ? near : good)))], longer, RATE, needs)).toMatchObject({
    state: 'told',
    findings: [{ from: 30, to: 33, words: '“Title” reaches out of it' }],
  });
  expect(checkSafeArea([over(longer.map((i) => (i > 28 ? near : good)))], longer, RATE, needs).state).toBe('fails');
});

test('how words stand is told by geometry: height by similar triangles, turns, what is out of the frame', async () => {
  const production = produce(emptyProduction('Read', { width: 1920, height: 1080, rate: '25', length: 10 }), (draft) => {
    addWordmark(draft, 'HELLO');
    const [camera] = draft.cameras;
    if (camera?.carriers[0]?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    camera.carriers[0].channels.radius.rest = 10;
    camera.carriers[0].channels.height.rest = 0;
    camera.carriers[0].channels.azimuth.rest = 0;
  });
  const mark = production.marks[0] as Production['marks'][number];
  const bounds = buildMark(mark, [await packagedTypeface('archivo-black')]).bounds;
  const read = (change: (draft: Production) => void = () => undefined) => {
    const own = produce(production, change);
    const state = evaluate(own, 0, () => bounds);
    return readWords(own.marks[0] as typeof mark, state, [state, state], () => bounds);
  };
  const straight = read();
  const { focalLengthMm, sensorHeightMm } = evaluate(production, 0, () => bounds).camera;
  expect(straight?.there).toBe(1);
  expect(straight?.turnedDeg).toBeLessThan(6);
  // One metre at ten, less half its depth.
  expect(straight?.height).toBeCloseTo((1 * focalLengthMm) / sensorHeightMm / 10, 2);
  // It turns about the middle of its depth: its front is nearer then, and a little aside.
  const turned = read((draft) => void ((draft.marks[0] as typeof mark).channels.pan.rest = 60))?.turnedDeg ?? 0;
  expect(Math.abs(turned - 60)).toBeLessThan(1.5);
  expect(read((draft) => void ((draft.marks[0] as typeof mark).channels.x.rest = 5))?.there).toBeLessThan(0.8);
  expect(read((draft) => void ((draft.marks[0] as typeof mark).channels.x.rest = 500))?.there).toBe(0);
});

test('strobing and loops are told by what was measured', () => {
  const motion = framesOf(10).map((frame) => ({ frame, pixels: frame > 6 ? 40 : 2, strobes: frame > 6 }));
  expect(checkStrobe(motion)).toMatchObject({ state: 'warns', findings: [{ from: 7, to: 9 }] });
  const still = emptyProduction('Still', { width: 320, height: 180, rate: '25', length: 10 });
  const check = checkLoop(still, () => null);
  expect(loopVerdict(check, 10, 0, null)).toMatchObject({ state: 'passes', figure: 'it closes: pictures differ by 0.00 %' });
  expect(loopVerdict(check, 10, 0.05, null).state).toBe('told');
  expect(loopVerdict(check, 10, 0, 0.3).figure).toContain('the sound by 30.0 % of full scale');
});
