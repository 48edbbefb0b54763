import { produce } from 'immer';
import { coversIn } from '@/core/finish/covers';
import { flareSources } from '@/core/finish/flare-sources';
import { evaluate } from '@/core/frame/evaluate';
import { addEffect } from '@/core/production/edits/effect-edits';
import { addLight } from '@/core/production/edits/light-edits';
import { addForm, removeMark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { positionOf } from '@/core/space/matrix';

const made = (recipe: (draft: Production) => void): Production =>
  produce(emptyProduction('Marks', { width: 160, height: 90, rate: '25', length: 50 }), recipe);
const stateOf = (production: Production) => evaluate(production, 0, () => null);

describe('what effects of marks go by', () => {
  const two = made((draft) => {
    for (const form of ['star', 'ring'] as const) addForm(draft, form);
    for (const kind of ['glow', 'edge-glow', 'soft-shadow'] as const) addEffect(draft, kind);
  });
  const withGlowOf = (takes: 'all' | 'marks' | 'only', ids: readonly string[] = []) =>
    produce(two, (draft) => {
      for (const owner of draft.finish) if (owner.kind === 'glow') owner.settings = { takes, marks: ids.map((markId) => ({ markId })) };
    });

  it('is each set of marks once, whichever effects ask for it, and nothing for the whole picture', () => {
    expect(coversIn(stateOf(two).finish)).toEqual([{ key: '*', marks: null }]);
    expect(coversIn(stateOf(withGlowOf('marks')).finish)).toHaveLength(1);
    const [star, ring] = two.marks.map(({ id }) => id) as [string, string];
    const both = coversIn(stateOf(withGlowOf('only', [ring, star])).finish);
    expect(both.map(({ marks }) => marks && [...marks].sort())).toEqual([null, [ring, star].sort()]);
    expect(coversIn(stateOf(withGlowOf('only', [star, ring])).finish)[1]?.key).toBe(both[1]?.key);
  });

  it('is no mark that is gone', () => {
    const [star] = two.marks.map(({ id }) => id) as [string];
    const gone = produce(withGlowOf('only', [star]), (draft) => removeMark(draft, star));
    expect(coversIn(stateOf(gone).finish)[1]?.marks?.size).toBe(0);
  });
});

describe('lights that shine into the lens', () => {
  const source = (recipe: (draft: Production) => void) =>
    flareSources(
      stateOf(
        made((draft) => {
          draft.lights = [];
          recipe(draft);
        }),
      ),
    );

  it('give it a quarter from twice as far (inverse-square law)', () => {
    // The camera stands on the axis: both are before it.
    const at = (z: number) => {
      const [found] = source((draft) => void addLight(draft, 'point', { channels: { x: 0, y: 0, z } }));
      return found as NonNullable<typeof found>;
    };
    const eye = stateOf(made(() => undefined)).camera.pose;
    const away = (z: number) => Math.hypot(eye[12] as number, eye[13] as number, (eye[14] as number) - z);
    const [near, far] = [at(0), at(-7)];
    expect(near.light[1] / far.light[1]).toBeCloseTo((away(-7) / away(0)) ** 2, 6);
  });

  it.each([
    ['right', 20, 0],
    ['left', -20, 0],
    ['top', 0, 20],
    ['bottom', 0, -20],
  ] as const)('are cut off by the %s leaf of a spot where they are seen beyond it', (leaf, right, up) => {
    const eye = positionOf(stateOf(made(() => undefined)).camera.pose);
    const beside = (deg: number) => 2 * Math.tan((deg * Math.PI) / 180);
    // Two metres before the lens and looking back at it: its right is the left of the world.
    const channels = { x: eye[0] + beside(right), y: eye[1] - beside(up), z: eye[2] - 2, pan: 180, spread: 150 };
    const settings = { aim: { on: 'nothing' } };
    const open = (degrees: object) => source((draft) => void addLight(draft, 'spot', { channels: { ...channels, ...degrees }, settings }));
    const [whole] = open({});
    expect(open({ [leaf]: 15 })).toEqual([]);
    expect(open({ [leaf]: 20 })[0]?.light[0]).toBeCloseTo((whole?.light[0] ?? 0) / 2, 6);
    const others = Object.fromEntries(['left', 'right', 'top', 'bottom'].filter((each) => each !== leaf).map((each) => [each, 10]));
    expect(open({ ...others, [leaf]: 25 })).toEqual([whole]);
  });

  it('are no spots that look away, and suns wherever they stand', () => {
    const spot = (z: number) =>
      source(
        (draft) => void addLight(draft, 'spot', { channels: { x: 0, y: 0, z: 0 }, settings: { aim: { on: 'point', x: 0, y: 0, z } } }),
      );
    expect(spot(20)).toHaveLength(1);
    expect(spot(-20)).toHaveLength(0);
    const [sun] = source((draft) => void addLight(draft, 'sun'));
    expect(sun).toMatchObject({ isDistant: true });
    expect(Math.hypot(...(sun?.place ?? [0, 0, 0]))).toBeCloseTo(1, 6);
  });
});
