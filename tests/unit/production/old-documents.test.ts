import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { hexColour } from '@/core/colour/transfer';
import type { MarkExtent, SurfaceState } from '@/core/frame/frame-state';
import { readProduction } from '@/core/production/migrate';
import { keepInView } from '@/core/production/edits/version-edits';
import { isKeptInView } from '@/core/production/kept-in-view';
import type { Mark } from '@/core/production/mark';
import { CURRENT_VERSION, type Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { framesPerSecond } from '@/core/time/rate';
import { NO_LETTER } from '@/core/outline/part-seat';
import { IDENTITY } from '@/core/space/matrix';
import type { Region } from '@/core/solid/mesh';

/**
 * Documents as every version wrote them, and what the last one before this evaluated them to at some frames: they open, and show what they
 * showed.
 */
const FOLDER = path.resolve('tests/documents');
const documentOf = (name: string) => readProduction(JSON.parse(readFileSync(path.join(FOLDER, `${name}.json`), 'utf8')));

interface OldSurface {
  material: string;
  colour: string;
  roughness: number;
  opacity: number;
}
interface OldState {
  frame: number;
  camera: { pose: number[]; focalLengthMm: number; fStop: number; focusDistance: number };
  marks: { id: string; pose: number[]; copies: number; inflate: number | null }[];
  set: {
    dome: Record<string, number>;
    key: Record<string, number> & { colour: string };
    floor: Record<string, number> | null;
    ground: { colour: string; falloff: number };
    display: Record<string, number>;
  };
  surfaces: Record<Region, OldSurface>[][];
}
const STATES = JSON.parse(readFileSync(path.join(FOLDER, 'states.json'), 'utf8')) as Record<string, OldState[]>;

const letter = (x: number) => ({ middle: [x, 0.1, 0] as const, own: -1, home: IDENTITY, ...NO_LETTER });
const BOUNDS: MarkExtent = {
  min: [-2, -0.5, -0.2],
  max: [2, 0.7, 0.2],
  baseline: -0.5,
  parts: [letter(-1.5), letter(-1), letter(-0.5), letter(0)],
};

const closeTo = (a: readonly number[], b: readonly number[]) => a.forEach((v, i) => expect(v).toBeCloseTo(b[i] as number, 8));
const plain = ({ material, colour, roughness, opacity }: SurfaceState): OldSurface => ({
  material,
  colour: hexColour(colour),
  roughness,
  opacity,
});

test('there is a document of every version so far', () => {
  const versions = readdirSync(FOLDER).flatMap((name) => /^version-(\d+)\.json$/.exec(name)?.[1] ?? []);
  expect(versions.map(Number).sort((a, b) => a - b)).toEqual(Array.from({ length: CURRENT_VERSION - 1 }, (_, i) => i + 1));
});

test('version 5 counted the end of each line as a letter; what is held on a letter is held on the same one', () => {
  const { cameras, marks } = documentOf('version-5');
  expect(marks[0]?.body).toMatchObject({ text: 'LANTERN\nDEEP' });
  // The tenth then was the first E of DEEP; the eighth was the end of the first line.
  expect(cameras[0]?.carriers[0]).toMatchObject({ settings: { letter: 8 } });
  expect(cameras[0]?.aim).toMatchObject({ settings: { letter: 6 } });
});

test('version 7 knew no traced light: its pictures are drawn as they were; marks carried, panels and plates are as they were', () => {
  const { traced, marks, set } = documentOf('version-7');
  expect(traced).toBe(false);
  expect(marks.map(({ body, settings }) => [body.kind, settings.carrierId])).toEqual([
    ['words', null],
    ['words', marks[0]?.id],
    ['form', null],
    ['body', null],
    ['panel', null],
  ]);
  expect(ofKind(set, 'plate')?.settings.picture?.name).toBe('sea.mp4');
});

test('version 8 had one dome and suns: the dome is the studio, and nothing of the lights has changed', () => {
  const { traced, domes, lights } = documentOf('version-8');
  expect(traced).toBe(true);
  expect(domes.map(({ name, elements }) => [name, elements.length])).toEqual([['Studio', 6]]);
  expect(lights.map(({ kind, settings }) => [kind, settings.measure, settings.shadows, settings.links.of])).toEqual([
    ['sun', 'stops', true, 'all'],
  ]);
});

test('version 9 had neither glass nor patterns, and a floor that only takes shadows', () => {
  const { marks, set, lights, domes } = documentOf('version-9');
  expect(lights.map(({ kind }) => kind)).toEqual(['sun', 'spot', 'area']);
  expect(domes.map(({ name }) => name)).toEqual(['Studio', 'Dark with strips']);
  const face = marks[0]?.shells[0]?.surfaces.face;
  expect(face?.channels).toMatchObject({ brushing: { rest: 30 }, stretch: { rest: 0.7 }, transmission: { rest: 0 } });
  expect(face?.patterns).toEqual([]);
  expect(ofKind(set, 'floor')).toMatchObject({ settings: { look: 'shadow' }, channels: { reach: { rest: 0 } } });
  expect([ofKind(set, 'wall'), ofKind(set, 'sweep')].map((each) => each?.channels.on.rest)).toEqual([false, false]);
});

test('version 10 named no mark that is held in view where all words were; words that are taken out one by one stay out now', () => {
  const production = documentOf('version-10');
  const [words, ring] = production.marks as [Mark, Mark];
  const kept = ({ versions, marks }: Production) => marks.filter((mark) => isKeptInView(versions, mark)).map(({ id }) => id);
  expect(production.versions.keep).toBeNull();
  expect(kept(production)).toEqual([words.id]);
  expect(kept(produce(production, (draft) => keepInView(draft, ring.id, true)))).toEqual([words.id, ring.id]);
  expect(kept(produce(production, (draft) => keepInView(draft, words.id, false)))).toEqual([]);
  // Its finish and its kit, rows and formats are as they were.
  expect(production.finish.map(({ kind }) => kind).sort()).toEqual(['display', 'glow', 'vignette']);
  expect(production.kits[0]?.finish?.map(({ kind }) => kind)).toHaveLength(3);
  expect(production.versions.rows.map(({ cells }) => Object.values(cells)[0])).toEqual(['KELP', 'WHALE FALL']);
});

describe.each(Object.entries(STATES))('%s', (name, states) => {
  const production = documentOf(name);

  test('opens as a document of today, and is one when it is read again', () => {
    expect(production.version).toBe(CURRENT_VERSION);
    expect(readProduction(JSON.parse(JSON.stringify(production)))).toEqual(production);
  });

  test.each(states.map((state) => [state.frame, state] as const))('shows at frame %d what it showed', (frame, old) => {
    const now = evaluate(production, frame / framesPerSecond(production.format.rate), () => BOUNDS);
    closeTo(now.camera.pose, old.camera.pose);
    closeTo(
      [now.camera.focalLengthMm, now.camera.fStop, now.camera.focusDistance],
      [old.camera.focalLengthMm, old.camera.fStop, old.camera.focusDistance],
    );
    expect(now.marks.map(({ id, copies }) => [id, copies.length])).toEqual(old.marks.map(({ id, copies }) => [id, copies]));
    now.marks.forEach((mark, i) => closeTo(mark.pose, old.marks[i]?.pose ?? []));
    now.marks.forEach((mark, i) => {
      const shown = mark.shells.map(({ surfaces }) => Object.fromEntries(Object.entries(surfaces).map(([r, s]) => [r, plain(s)])));
      expect(shown).toEqual(old.surfaces[i]);
    });
    const { colour, ...key } = old.set.key;
    const sun = ofKind(now.lights, 'sun')?.values;
    expect(sun).toMatchObject(Object.fromEntries(Object.entries(key).map(([name, v]) => [name, expect.closeTo(v, 8)])));
    expect(hexColour(sun?.colour ?? [0, 0, 0])).toBe(colour);
    const display = ofKind(now.finish, 'display')?.values;
    expect(hexColour(display?.ground ?? [0, 0, 0])).toBe(old.set.ground.colour);
    expect(display).toMatchObject({ ...old.set.display, falloff: old.set.ground.falloff });
    const dome = ofKind(now.set, 'dome')?.values;
    expect(dome).toMatchObject(Object.fromEntries(Object.entries(old.set.dome).map(([name, v]) => [name, expect.closeTo(v, 8)])));
    const floor = ofKind(now.set, 'floor')?.values;
    if (old.set.floor) expect(floor).toMatchObject(old.set.floor);
    else expect(floor).toBeUndefined();
  });
});
