import { produce } from 'immer';
import { addEffect } from '@/core/production/edits/effect-edits';
import { makeFinishKit, putFinish } from '@/core/production/edits/finish-kits';
import { addForm } from '@/core/production/edits/mark-edits';
import { kitsOfFinish, kitsOfMarks } from '@/core/production/kits';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';

const empty = (name: string) => emptyProduction(name, { width: 1920, height: 1080, rate: '25', length: 100 });

/** A production with a keyed vignette, and a glow of one of its marks. */
const graded = produce(empty('Graded'), (draft) => {
  const star = addForm(draft, 'star');
  for (const kind of ['glow', 'vignette'] as const) addEffect(draft, kind);
  for (const owner of draft.finish) {
    if (owner.kind === 'glow') owner.settings = { takes: 'only', marks: [{ markId: star }] };
    if (owner.kind === 'vignette') owner.channels.stops.rest = -1.5;
    if (owner.kind === 'display') owner.settings.curve = 'filmic';
  }
  makeFinishKit(draft, 'Deep water');
});
const [kit] = kitsOfFinish(graded.kits) as [Production['kits'][number]];

describe('kits of finish', () => {
  it('are kept with the production, and are none that a mark can follow', () => {
    expect(productionSchema.parse(JSON.parse(JSON.stringify(graded)))).toEqual(graded);
    expect(kit.name).toBe('Deep water');
    expect(kitsOfMarks(graded.kits)).toEqual([]);
  });

  it('do to another picture what was done to the first, but for what was of a mark that is not there', () => {
    const other = produce(empty('Other'), (draft) => {
      addForm(draft, 'star');
      addEffect(draft, 'grain');
      putFinish(draft, kit);
    });
    expect(other.finish.map(({ kind }) => kind)).toEqual(graded.finish.map(({ kind }) => kind));
    expect(other.finish.find(({ kind }) => kind === 'vignette')).toEqual(graded.finish.find(({ kind }) => kind === 'vignette'));
    expect(other.finish.find(({ kind }) => kind === 'display')).toMatchObject({ settings: { curve: 'filmic' } });
    expect(other.finish.find(({ kind }) => kind === 'glow')).toMatchObject({ settings: { takes: 'only', marks: [{ markId: null }] } });
    expect(productionSchema.safeParse(other).success).toBe(true);
  });

  it('come back as they were saved where the picture was changed since', () => {
    const back = produce(graded, (draft) => {
      for (const owner of draft.finish) if (owner.kind === 'vignette') owner.channels.stops.rest = 0;
      putFinish(draft, draft.kits[0] as Production['kits'][number]);
    });
    expect(back.finish).toEqual(graded.finish);
    expect(back.kits).toHaveLength(1);
  });
});
