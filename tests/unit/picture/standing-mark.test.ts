import type { Mesh } from 'three';
import { markStateAt } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { PACES } from '@/core/motion/pace';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { StandingMark } from '@/picture/standing-mark';
import { SlotMaterials } from '@/picture/surfaces/slot-materials';
import { packagedTypeface } from '../support/fonts';
import { straightKey } from '../support/key';

const made = async () => {
  const face = await packagedTypeface('archivo-black');
  const production = emptyProduction('Standing', { width: 1920, height: 1080, rate: '25', length: 50 });
  const id = addWordmark(production, 'LIFT');
  const mark = () => {
    const found = production.marks.find((each) => each.id === id);
    if (!found) throw new Error('no mark');
    return found;
  };
  const materials = new SlotMaterials();
  const standing = new StandingMark(id, materials);
  const show = (frame = 0) => {
    const solids = buildMark(mark(), [face]);
    standing.setSolids(solids);
    standing.pose(
      markStateAt(production, mark(), frame, () => solids.bounds),
      'lit',
    );
    return solids;
  };
  const change = (recipe: Parameters<typeof changeMark>[2]) => changeMark(production, id, recipe);
  return { mark, materials, standing, show, change };
};

const meshesOf = (standing: StandingMark) => standing.group.children.flatMap((copy) => copy.children as Mesh[]);

test('a shell that did not change stays on the graphics card when another one does', async () => {
  const { standing, show, change } = await made();
  change((mark) => mark.shells.push({ ...structuredClone(mark.shells[0] as (typeof mark.shells)[0]), id: 'behind', offset: 0.03 }));
  const solids = show();
  const first = standing.uploads;
  expect(first).toBe(new Set(solids.pieces.map(({ shell, key }) => `${shell} ${key}`)).size);
  change((mark) => void ((mark.shells[1] as (typeof mark.shells)[0]).offset = 0.05));
  show();
  expect(standing.uploads - first).toBe(first / 2);
  show();
  expect(standing.uploads - first).toBe(first / 2);
});

test('colour, roughness and opacity are set on the material that is there: none is made while they change', async () => {
  const { materials, show, change } = await made();
  show();
  const first = materials.made;
  expect(first).toBeGreaterThan(0);
  for (let i = 0; i < 20; i++) {
    change((mark) => {
      const face = mark.shells[0]?.surfaces.face;
      if (!face) throw new Error('no face');
      face.channels.roughness.rest = i / 20;
      face.channels.colour.rest = `#${(i * 10 + 16).toString(16).padStart(2, '0')}4080`;
    });
    show();
  }
  expect(materials.made).toBe(first);
});

test('a depth that changes moves the halves of what stands there, and builds nothing anew', async () => {
  const { standing, show, change } = await made();
  const solids = show();
  const first = standing.uploads;
  const reach = () => {
    let [low, high] = [Infinity, -Infinity];
    for (const { geometry } of meshesOf(standing)) {
      const { array } = geometry.getAttribute('position');
      for (let i = 2; i < array.length; i += 3) [low, high] = [Math.min(low, array[i] as number), Math.max(high, array[i] as number)];
    }
    return [low, high];
  };
  change((mark) => {
    const { from, to } = (mark.shells[0] as (typeof mark.shells)[0]).channels;
    to.keys = [straightKey(0, 0.1), straightKey(10, 0.5)];
    from.keys = [straightKey(0, -0.1), straightKey(10, -0.3)];
  });
  expect(solids.pieces.length).toBeGreaterThan(0);
  show(0);
  expect(reach()).toEqual([expect.closeTo(-0.1, 5), expect.closeTo(0.1, 5)]);
  const afterKeys = standing.uploads;
  show(5);
  expect(reach()).toEqual([expect.closeTo(-0.2, 5), expect.closeTo(0.3, 5)]);
  show(10);
  expect(reach()).toEqual([expect.closeTo(-0.3, 5), expect.closeTo(0.5, 5)]);
  expect(standing.uploads).toBe(afterKeys);
  expect(first).toBeGreaterThan(0);
});

test('letters that look alike are blown up each by itself, as their turns have it, and all of them as one when at rest', async () => {
  const { standing, show, change } = await made();
  change((found) => {
    if (found.body.kind === 'words') found.body.text = 'OOO';
    found.skin.on = true;
    found.channels.inflate.rest = 1.5;
    const cascade = cascadeFrom(found, 'blown', 'arrival', { from: 0, to: 30 });
    Object.assign(cascade.settings, { pace: PACES.even, hides: false });
    cascade.channels.width.rest = 1 / 3;
    addCascade(found, cascade);
  });
  /** How far each letter reaches to the front from its middle depth, from left to right. */
  const fronts = (frame: number) => {
    show(frame);
    const state = meshesOf(standing).filter(({ visible }) => visible);
    return state
      .map((mesh) => {
        const { array } = mesh.geometry.getAttribute('position');
        let [low, high] = [Infinity, -Infinity];
        for (let i = 2; i < array.length; i += 3) [low, high] = [Math.min(low, array[i] as number), Math.max(high, array[i] as number)];
        return { at: mesh.matrix.elements[12] as number, deep: high - low };
      })
      .sort((a, b) => a.at - b.at)
      .map(({ deep }) => deep);
  };
  const [whole] = fronts(40) as [number];
  expect(whole).toBeGreaterThan(0.05);
  // One after another, a third of the time each: the first is full, the second half way, the third flat.
  const [first, second, third] = fronts(15) as [number, number, number];
  expect(first).toBeCloseTo(whole, 6);
  expect(second).toBeCloseTo(whole / 2, 6);
  expect(third).toBeLessThan(1e-6);
});
