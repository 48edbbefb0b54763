import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import Rapier from '@dimforge/rapier3d-compat';
import { decode } from 'fast-png';
import { checkSafeArea, checkWords, readSettingsSchema } from '@/core/check/read-check';
import { wordsAt, wordsToRead } from '@/core/check/words-at';
import { intakeReportSchema } from '@/core/delivery/intake';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { actingEffects, marginOf } from '@/core/finish/reach';
import { evaluate } from '@/core/frame/evaluate';
import { projected } from '@/core/optics/project';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import { readProduction } from '@/core/production/migrate';
import { shotSpans } from '@/core/production/shots';
import type { Production } from '@/core/production/production';
import { positionOf, transformPoint } from '@/core/space/matrix';
import { boxCorners, distance, type Box } from '@/core/space/vector';
import { choicesOf, sortVersions } from '@/core/versions/order';
import { versionOf } from '@/core/versions/version-of';
import { standingSign } from '@/demo/broken-sign';
import { deepLight, deepLightPng } from '@/demo/deep-light';
import { demoProductions } from '@/demo/productions';
import { STRIKES } from '@/demo/sting';
import { slugOf } from '../../../scripts/lib.mjs';
import { solvedFall } from '../../support/solved-fall';
import { packagedTypeface } from '../support/fonts';

const demos = demoProductions();
const [, lure, plunge, sign, , lines] = demos as [Production, Production, Production, Production, Production, Production];

async function solidsOf(production: Production): Promise<Map<string, MarkSolids>> {
  const built = new Map<string, MarkSolids>();
  for (const mark of production.marks)
    built.set(mark.id, buildMark(mark, mark.body.kind === 'words' ? [await packagedTypeface(mark.body.font.id)] : []));
  return built;
}

test.each(demos.map((production) => [production.name, production] as const))('%s is a document as any other', (_, production) => {
  expect(readProduction(JSON.parse(JSON.stringify(production)))).toEqual(production);
});

test.each(demos.map((production) => [production.name, production] as const))(
  '%s is finished: its effects act, each in its place, and hardly more is drawn beyond the frame for them',
  (_, { finish, format }) => {
    const state = evaluate(demos.find((each) => each.finish === finish) as Production, format.length / 25 - 0.5, () => null);
    const acting = actingEffects(state.finish).map(({ kind }) => kind);
    expect(acting.length).toBeGreaterThan(1);
    expect(acting).toHaveLength(finish.length - 1);
    const order = acting.map((kind) => EFFECTS.indexOf(kind));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    // A quarter of the height beyond each side would more than double what is drawn.
    expect(marginOf(state.finish)).toBeLessThanOrEqual(0.0625);
  },
);

test('each has a contact sheet', () => {
  const sheets = readdirSync(path.resolve('docs/contact-sheets'));
  expect(sheets.sort()).toEqual(demos.map(({ name }) => `${slugOf(name)}.jpg`).sort());
});

test('each has been read by a station, whole, and was not refused', () => {
  const folder = path.resolve('docs/intake-reports');
  expect(readdirSync(folder).sort()).toEqual(demos.map(({ name }) => `${slugOf(name)}.json`).sort());
  for (const { name, format } of demos) {
    const report = intakeReportSchema.parse(JSON.parse(readFileSync(path.join(folder, `${slugOf(name)}.json`), 'utf8')));
    expect([name, report.verdict]).not.toContain('refused');
    const length = report.points.find(({ point }) => point === 'length');
    expect(length?.found).toContain(`${format.length} frames`);
  }
});

test(
  'the beauty shot has three shots, cut while the camera is fast (common practice: two frames before the key, not ' +
    'after it has stopped)',
  () => {
    const spans = shotSpans(lure);
    expect(spans).toHaveLength(3);
    const place = (frame: number) => positionOf(evaluate(lure, frame / 25, () => null).camera.pose);
    for (const { from, to } of spans.slice(0, 2)) {
      const steps = Array.from({ length: to - from - 1 }, (_, i) => distance(place(from + i), place(from + i + 1)));
      expect(steps[steps.length - 1]).toBeGreaterThan(0.5 * Math.max(...steps));
    }
    // On the strikes of the sting.
    expect(spans.slice(1).map(({ from }) => from)).toEqual(STRIKES.slice(1).map((seconds) => Math.round(seconds * 25)));
    // And the next shot is under way as it begins.
    expect(distance(place(84), place(85))).toBeGreaterThan(0.01);
  },
);

test.each([
  [lure.name, lure, undefined],
  [plunge.name, plunge, ['mark-1']],
  [sign.name, sign, undefined],
  [lines.name, lines, ['mark-4']],
])('%s: the last frame shows what is read inside the title-safe area (SMPTE ST 2046-1: 90 %)', async (_, production, read) => {
  const built = await solidsOf(production);
  const boundsOf = (id: string) => built.get(id)?.bounds;
  const last = production.format.length - 1;
  const { camera, marks } = evaluate(production, last / 25, boundsOf);
  const named = marks.filter(({ id }) => read?.includes(id) ?? true);
  expect(named.length).toBeGreaterThan(0);
  for (const { id, pose } of named) {
    const box = boundsOf(id);
    if (!box) throw new Error('not built');
    for (const corner of boxCorners(box)) {
      const [x, y] = projected(camera, transformPoint(pose, corner)) ?? [9, 9];
      expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThan(0.9);
    }
  }
});

test('each line of type stands as long as its words need to be read, within the safe area (EBU R 95)', async () => {
  const built = await solidsOf(lines);
  const { marks, words } = wordsToRead(lines);
  const frames = Array.from({ length: lines.format.length }, (_, frame) => frame);
  for (const frame of frames)
    wordsAt(lines, marks, frame, (id) => built.get(id)?.bounds).read.forEach((reading, i) =>
      // How they stand out is told by the picture alone.
      words[i]?.readings.push(reading && { ...reading, contrast: 21 }),
    );
  const needs = readSettingsSchema.parse({});
  const verdicts = [...words.map((each) => checkWords(each, frames, 25, needs)), checkSafeArea(words, frames, 25, needs)];
  expect(verdicts.map(({ label, state }) => [label, state])).toEqual([
    ...['WHERE THE LIGHT ENDS', 'SOMETHING KEEPS', 'A LANTERN', 'BURNING'].map((text) => [`Read: ${text}`, 'passes']),
    ['Safe area', 'passes'],
  ]);
});

test('the word that is ridden on stays in sight while it plunges', async () => {
  const built = await solidsOf(plunge);
  const boundsOf = (id: string) => built.get(id)?.bounds;
  for (let frame = 0; frame < 100; frame += 9) {
    const { camera, marks } = evaluate(plunge, frame / 25, boundsOf);
    const at = projected(camera, positionOf(marks[0]?.pose ?? []));
    expect(Math.max(...(at ?? [9, 9]).map(Math.abs))).toBeLessThan(1);
  }
  // It falls five metres and more on the way.
  const y = (frame: number) => positionOf(evaluate(plunge, frame / 25, boundsOf).marks[0]?.pose ?? [])[1];
  expect(y(0) - y(64)).toBeGreaterThan(5);
});

test('the sign falls as the solver makes it fall, to the bit, and is whole before its words have come', async () => {
  await Rapier.init();
  expect(demos[6]?.marks[0]?.fall.solved).toEqual(solvedFall(Rapier, standingSign(null)));
  const built = await solidsOf(demos[6] as Production);
  const sign = (frame: number) => evaluate(demos[6] as Production, frame / 25, (id) => built.get(id)?.bounds).marks[0];
  expect(sign(12)?.shards).not.toBeNull();
  expect(sign(98)?.shards).toBeNull();
});

test('the picture on the sign is brightest where the lantern hangs, and nowhere brighter than is shown as it is', () => {
  const { width, height, data } = decode(deepLightPng());
  expect(deepLight('a'.repeat(64))).toMatchObject({ width, height });
  const red = (x: number, y: number) => data[3 * (Math.round(y * height) * width + Math.round(x * width))] as number;
  expect(red(0.5, 0.43)).toBeGreaterThan(2 * red(0.1, 0.9));
  expect(Math.max(...Array.from(data.subarray(0, 3 * width), Number), red(0.5, 0.43))).toBeLessThanOrEqual(196);
});

test('each evening of the ident, in each of its formats, can be delivered, and stands in the title-safe area at its end', async () => {
  const ident = demos[0] as Production;
  const { rows, formats } = ident.versions;
  const choices = choicesOf(
    rows.map(({ id }) => id),
    [null, ...formats.map(({ id }) => id)],
  );
  const { versions, refused } = sortVersions(ident, choices);
  expect(refused).toEqual([]);
  expect(versions).toHaveLength(18);
  const last = ident.format.length - 1;
  for (const rowId of rows.map(({ id }) => id)) {
    const own = versions.filter(({ choice }) => choice.rowId === rowId).map(({ choice }) => versionOf(ident, choice));
    const built = await solidsOf(own[0] as Production);
    const boundsOf = (id: string) => built.get(id)?.bounds;
    for (const version of own) {
      const { camera, marks } = evaluate(version, last / 25, boundsOf);
      for (const { id, pose } of marks)
        for (const corner of boxCorners(boundsOf(id) as Box)) {
          const [x, y] = projected(camera, transformPoint(pose, corner)) ?? [9, 9];
          expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThan(0.93);
        }
    }
  }
}, 120_000);
