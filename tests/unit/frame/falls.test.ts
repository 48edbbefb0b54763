import Rapier from '@dimforge/rapier3d-compat';
import { produce } from 'immer';
import type { ManifoldToplevel } from 'manifold-3d';
import { unpackFall } from '@/core/fall/packed-fall';
import type { FallOrder } from '@/core/fall/solve-fall';
import { evaluate } from '@/core/frame/evaluate';
import { fallOrder, fallSource } from '@/core/frame/fall-order';
import type { MarkState, PartState } from '@/core/frame/frame-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { isStanding, standingPose } from '@/core/frame/solids/standing-solid';
import { keepSolved, runFall, setFallOf } from '@/core/production/edits/fall-edits';
import { addForm, addWordmark, removeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import type { FallOf, SolvedFall } from '@/core/production/owners/fall';
import type { Shell } from '@/core/production/shell';
import { plainCopy } from '@/core/schema/plain-copy';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { enclosedVolume } from '@/core/solid/mesh';
import { multiply, transformPoint, type Mat4 } from '@/core/space/matrix';
import { solvedFall } from '../../support/solved-fall';
import { packagedTypeface } from '../support/fonts';
import { judge, verdictOn } from '../support/judge';

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
  await Rapier.init();
});

/** Words of which something falls, solved, and their solids. */
async function fallen(text: string, of: FallOf, recipe: (mark: Mark, draft: Production) => void = () => undefined) {
  const face = await packagedTypeface('archivo-black');
  let production = produce(emptyProduction('Falls', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, text);
    const [mark] = draft.marks as [Mark];
    setFallOf(draft, mark, of, 10);
    Object.assign(mark.fall.settings, { seconds: 1, pieces: 20 });
    recipe(mark, draft);
  });
  const built = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [face])]));
  const boundsOf = (id: string) => built.get(id)?.bounds;
  const [mark] = production.marks as [Mark];
  const order = fallOrder(production, mark, (id) => built.get(id), boundsOf) as FallOrder;
  const { from, motion } = solvedFall(Rapier, production, [face]);
  production = produce(production, (draft) => keepSolved(draft, draft.marks[0] as Mark, from, motion));
  const at = (frame: number): MarkState => evaluate(production, frame / 25, boundsOf).marks[0] as MarkState;
  return { production, solids: built.get(mark.id) as MarkSolids, order, at, boundsOf, from };
}

const firstOf = ({ marks }: Production) => marks[0] as Mark;
const lastOf = ({ marks }: Production) => marks.at(-1) as Mark;

const seen = ({ pieces }: MarkSolids, state: MarkState) => pieces.filter((piece) => isStanding(piece, state));
const volume = (pieces: readonly { mesh: MarkSolids['pieces'][number]['mesh'] }[]) =>
  pieces.reduce((sum, { mesh }) => sum + enclosedVolume(mesh.topology), 0);

test('a word stands whole until it falls, then as pieces that make up its volume; run back it is whole again where that ends', async () => {
  const { production, solids, at, boundsOf } = await fallen('SEA', 'pieces');
  const [whole, broken] = [seen(solids, at(10)), seen(solids, at(20))];
  expect(whole.every(({ shard }) => shard === null)).toBe(true);
  expect(broken.length).toBeGreaterThanOrEqual(20);
  expect(volume(broken) / volume(whole)).toBeCloseTo(1, 4);
  for (const { mesh } of broken) expect(verdictOn(kernel, mesh).status).toBe('NoError');
  // Nothing of it has met the floor after two fifths of a second.
  const drops = broken.map((piece) => {
    const corner = [0, 1, 2].map((k) => piece.mesh.positions[k]) as [number, number, number];
    return transformPoint(standingPose(piece, at(20)), corner)[1] - transformPoint(piece.pose, corner)[1];
  });
  expect(Math.min(...drops)).toBeLessThan(-0.3);
  const back = produce(production, (draft) => runFall(draft, draft.marks[0] as Mark, 'gathers', 60));
  const state = (frame: number) => evaluate(back, frame / 25, boundsOf).marks[0] as MarkState;
  expect(state(40).shards).not.toBeNull();
  expect(state(60).shards).toBeNull();
});

test('pieces with bevels all round are closed, and less than what they were cut from', async () => {
  const { solids, at } = await fallen('SEA', 'pieces', (mark) => void (mark.fall.settings.cut = 'bevelled'));
  const [whole, broken] = [seen(solids, at(10)), seen(solids, at(20))];
  for (const { mesh } of broken) expect(verdictOn(kernel, mesh).status).toBe('NoError');
  expect(volume(broken)).toBeLessThan(volume(whole) * 0.995);
  expect(volume(broken)).toBeGreaterThan(volume(whole) * 0.75);
});

test('what is behind what in several shells falls together, as one body', async () => {
  const { solids, order } = await fallen('SEA', 'pieces', (mark) => {
    mark.shells.push({ ...plainCopy(mark.shells[0] as Shell), id: 'behind', offset: 30 });
  });
  const shards = solids.pieces.filter(({ shard }) => shard !== null);
  const shellsOf = order.bodies.map((_, body) => new Set(shards.filter(({ shard }) => shard === body).map(({ shell }) => shell)).size);
  expect(shellsOf.filter((count) => count === 2).length).toBeGreaterThan(order.bodies.length * 0.7);
});

test('letters fall one by one, blanks do not hinder, and the mark falls as a whole', async () => {
  const letters = await fallen('A B', 'letters', (mark) => Object.assign(mark.fall.settings, { release: 'left', over: 0.5, floor: false }));
  const poses = letters.at(22).parts?.[0]?.map((part) => part?.pose[13] ?? 0);
  expect(poses?.[0]).toBeLessThan(-0.5);
  expect(poses?.[1]).toBe(0);
  expect(poses?.[2]).toBe(0);
  const whole = await fallen('A B', 'mark', (mark) => Object.assign(mark.fall.settings, { floor: false, stray: 0, spin: 0 }));
  expect(whole.at(10).pose[13]).toBeCloseTo(0, 9);
  // g t²/2 after 0.4 s, and what the solver adds.
  expect(whole.at(20).pose[13]).toBeCloseTo(-0.785, 2);
});

test('copies fall by themselves, each from where it stands', async () => {
  const { at, order } = await fallen('O', 'copies', (mark) => {
    Object.assign(mark.pattern, { kind: 'grid', columns: 3, rows: 1 });
    Object.assign(mark.fall.settings, { stray: 2, spin: 300 });
  });
  expect(order.bodies).toHaveLength(at(0).copies.length);
  const places = at(25).copyStates?.map((copy, i) => multiply((copy as PartState).pose, at(0).copies[i] as Mat4)[13]);
  expect(new Set(places).size).toBe(at(0).copies.length);
});

test('a fall knows what it was solved from: other words, forces and places are another, colours are not', async () => {
  const { production, from, boundsOf } = await fallen('SEA', 'pieces', (_, draft) => {
    addForm(draft, 'plate');
    firstOf(draft).fall.settings.obstacles.push({ markId: lastOf(draft).id });
  });
  const source = (recipe: (mark: Mark, draft: Production) => void) => {
    const changed = produce(production, (draft) => recipe(draft.marks[0] as Mark, draft));
    return fallSource(changed, changed.marks[0] as Mark, boundsOf);
  };
  expect(source(() => undefined)).toBe(from);
  expect(source((mark) => void ((mark.shells[0] as Shell).surfaces.face.channels.colour.rest = '#ff0000'))).toBe(from);
  expect(source((mark) => void (mark.fall.channels.time.rest = 1))).toBe(from);
  expect(source((mark) => void (mark.body.kind === 'words' && (mark.body.text = 'SEAS')))).not.toBe(from);
  expect(source((mark) => void (mark.fall.settings.bounce = 0.9))).not.toBe(from);
  expect(source((_, draft) => void (lastOf(draft).channels.x.rest = 3))).not.toBe(from);
  expect(source((_, draft) => removeMark(draft, lastOf(draft).id))).not.toBe(from);
});

test('a mark in the way holds up what falls on it', async () => {
  const free = await fallen('I', 'mark', (mark) => Object.assign(mark.fall.settings, { seconds: 2, floorY: -5, stray: 0, spin: 0 }));
  const held = await fallen('I', 'mark', (mark, draft) => {
    addForm(draft, 'plate');
    const plate = draft.marks[1] as Mark;
    plate.channels.tilt.rest = -90;
    plate.channels.y.rest = -1;
    Object.assign(mark.fall.settings, { seconds: 2, floorY: -5, stray: 0, spin: 0, obstacles: [{ markId: plate.id }] });
  });
  expect(free.at(60).pose[13]).toBeLessThan(-3);
  expect(held.at(60).pose[13]).toBeGreaterThan(-1.2);
});

test('a fall is the same after it is written and read; a production in which one is damaged opens, and nothing falls', async () => {
  const { production, boundsOf } = await fallen('SEA', 'pieces');
  const again = productionSchema.parse(JSON.parse(JSON.stringify(production)));
  expect(again).toEqual(production);
  const broken = produce(production, (draft) => void ((firstOf(draft).fall.solved as SolvedFall).motion = 'AAAA'));
  expect(unpackFall(firstOf(broken).fall.solved as SolvedFall)).toBeNull();
  expect(evaluate(broken, 1, boundsOf).marks[0]?.shards).toBeNull();
});
