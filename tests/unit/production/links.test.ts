import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { addLight } from '@/core/production/edits/light-edits';
import { addForm, addWordmark, removeMark } from '@/core/production/edits/mark-edits';
import { linkText, linkTrouble, nameInFormula, readLink, setLink } from '@/core/production/links';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { resolverOf } from '@/core/production/resolver';
import { straightKey } from '../support/key';

/** Two marks and a light; the first mark goes 10 m in 10 frames. */
const made = (recipe: (draft: Production) => void = () => undefined) =>
  produce(emptyProduction('Links', { width: 320, height: 180, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, 'SEA');
    addForm(draft, 'star');
    addLight(draft, 'spot');
    const [sea] = draft.marks;
    if (sea) sea.channels.x.keys = [straightKey(0, 0), straightKey(10, 10)];
    recipe(draft);
  });
const [sea, star] = ['marks/mark-1', 'marks/mark-2'];
const linked = (production: Production, owner: string, name: string, text: string) =>
  produce(production, (draft) => setLink(draft, { owner, name }, readLink(production, { owner, name }, text)));
const valueAt = (production: Production, owner: string, name: string, frame: number) => resolverOf(production).at(owner, name, frame);

test('a value follows others by a formula, at their time or later, in frame states too', () => {
  const production = linked(made(), star, 'y', 'delay(SEA.Across, 2) / 2 + 1');
  expect(valueAt(production, star, 'y', 6)).toBeCloseTo(3, 9);
  expect(evaluate(production, 6 / 25, () => null).marks[1]?.pose[13]).toBeCloseTo(3, 9);
  expect(evaluate(production, 8 / 25, () => null).marks[1]?.pose[13]).toBeCloseTo(4, 9);
});

test('units: a length becomes no angle; shares are plain numbers, what is shown in millimetres counts in them', () => {
  const production = made();
  expect(() => readLink(production, { owner: star, name: 'pan' }, 'SEA.Across')).toThrow('It gives metres, and “Turn” is degrees.');
  expect(() => readLink(production, { owner: star, name: 'pan' }, 'SEA.Across + SEA.Turn')).toThrow('cannot be added');
  const turned = linked(production, star, 'pan', '60 / 2');
  expect(valueAt(turned, star, 'pan', 0)).toBe(30);
  const gap = linked(production, star, 'behind', '5');
  expect(valueAt(gap, star, 'behind', 0)).toBeCloseTo(0.005, 12);
  const inflated = linked(production, star, 'inflate', '0.5');
  expect(valueAt(inflated, star, 'inflate', 0)).toBe(0.5);
});

test('names with spaces are quoted; a link says them as they are called now', () => {
  const renamed = produce(linked(made(), star, 'y', 'SEA.Across * 2'), (draft) => {
    (draft.marks[0] as Production['marks'][0]).name = 'Lantern Deep';
  });
  const link = renamed.marks[1]?.channels.y.link;
  expect(link && linkText(renamed, link)).toBe('"Lantern Deep".Across * 2');
  expect(valueAt(renamed, star, 'y', 5)).toBeCloseTo(10, 9);
  expect(link && readLink(renamed, { owner: star, name: 'y' }, linkText(renamed, link))).toEqual(link);
  expect(nameInFormula(renamed, { owner: sea, name: 'on' })).toBe('"Lantern Deep".Shown');
});

test('a circle is refused by its names; one that stands in a document does no harm', () => {
  const production = linked(made(), star, 'y', 'SEA.Up * 2');
  expect(() => readLink(production, { owner: sea, name: 'y' }, '"star".Up + 1'.replace('"star"', quotedStar(production)))).toThrow(
    /follow one another in a circle: SEA\.Up → .*Up → SEA\.Up/,
  );
  const bad = produce(production, (draft) =>
    setLink(draft, { owner: sea, name: 'y' }, { formula: '$0 + 1', refs: [{ owner: star, name: 'y' }] }),
  );
  // Each stands by its own keys.
  expect(valueAt(bad, sea, 'y', 3)).toBe(0);
  expect(valueAt(bad, star, 'y', 3)).toBe(bad.marks[1]?.channels.y.rest);
  expect(linkTrouble(bad, { owner: sea, name: 'y' })).toContain('in a circle');
});
const quotedStar = (production: Production) => nameInFormula(production, { owner: star, name: 'y' })?.split('.')[0] ?? '';

test('what follows something that is removed stands by its keys, and says so; undone, it follows again', () => {
  const production = linked(made(), star, 'y', 'SEA.Across');
  const without = produce(production, (draft) => removeMark(draft, 'mark-1'));
  expect(valueAt(without, star, 'y', 5)).toBe(without.marks[0]?.channels.y.rest);
  expect(linkTrouble(without, { owner: star, name: 'y' })).toBe('Something that it followed is gone. It stands by its keys.');
  expect(linkTrouble(production, { owner: star, name: 'y' })).toBeNull();
});

test('switches and colours follow too', () => {
  const production = linked(made(), star, 'on', 'SEA.Across > 4');
  expect([3, 5].map((frame) => valueAt(production, star, 'on', frame))).toEqual([false, true]);
  const surface = 'marks/mark-1/shells/shell-1/surfaces/face';
  const light = `lights/${production.lights.find(({ kind }) => kind === 'spot')?.id ?? ''}`;
  const name = nameInFormula(production, { owner: light, name: 'colour' }) ?? '';
  const tinted = linked(production, surface, 'colour', name);
  expect(valueAt(tinted, surface, 'colour', 0)).toEqual(valueAt(tinted, light, 'colour', 0));
  expect(() => readLink(production, { owner: surface, name: 'colour' }, `${name} * 2`)).toThrow('A colour follows another colour');
  expect(() => readLink(production, { owner: star, name: 'y' }, name)).toThrow('A colour is no number');
});

test('links are kept with the document, and bounded in it', () => {
  const production = linked(made(), star, 'y', 'SEA.Across');
  expect(productionSchema.parse(JSON.parse(JSON.stringify(production)))).toEqual(production);
  const file = JSON.parse(JSON.stringify(production)) as Production;
  (file.marks[1] as Production['marks'][0]).channels.y.link = { formula: 'x'.repeat(501), refs: [] };
  expect(productionSchema.safeParse(file).success).toBe(false);
  // What cannot be read stands by its keys.
  (file.marks[1] as Production['marks'][0]).channels.y.link = { formula: '((', refs: [] };
  const opened = productionSchema.parse(file);
  expect(valueAt(opened, star, 'y', 5)).toBe(opened.marks[1]?.channels.y.rest);
});

test('a value that follows on a spring lags behind, overshoots, and comes to rest', () => {
  const production = linked(made(), star, 'x', 'follow(SEA.Across, 0.5, 0.8)');
  const at = (frame: number) => valueAt(production, star, 'x', frame) as number;
  expect(at(5)).toBeLessThan(5);
  const after = Array.from({ length: 60 }, (_, i) => at(10 + i));
  expect(Math.max(...after)).toBeGreaterThan(10.5);
  expect(at(400)).toBeCloseTo(10, 3);
});

test('values that follow one another without end, each twice, are given up, not worked out for ever', () => {
  const production = produce(made(), (draft) => {
    for (let i = 0; i < 40; i++) addForm(draft, 'disc');
    const ids = draft.marks.map(({ id }) => id);
    ids.slice(2).forEach((id, i) => {
      const owner = `marks/${ids[i + 1] ?? ''}`;
      setLink(
        draft,
        { owner: `marks/${id}`, name: 'y' },
        { formula: `delay($0, 1.${i + 1}) + delay($0, 2.${i + 3})`, refs: [{ owner, name: 'y' }] },
      );
    });
  });
  const last = production.marks.at(-1);
  expect(valueAt(production, `marks/${last?.id ?? ''}`, 'y', 50)).toBe(last?.channels.y.rest);
});
