import type { ManifoldToplevel } from 'manifold-3d';
import { produce } from 'immer';
import { buildMark } from '@/core/frame/solids/build-mark';
import { outlineLayout } from '@/core/outline/drawing';
import { FORM_KINDS, formPath, formShapeSchema, type FormShape } from '@/core/outline/forms';
import { signedArea } from '@/core/outline/ring';
import { addForm } from '@/core/production/edits/mark-edits';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction } from '@/core/production/production';
import { judge, verdictOn } from '../support/judge';

const areaOf = (shape: FormShape) =>
  outlineLayout({ paths: [{ d: formPath(shape), evenOdd: true }], size: 2 })
    .pieces.flatMap((p) => p.rings)
    .reduce((sum, ring) => sum + signedArea(ring), 0);
const make = (shape: Record<string, unknown>) => formShapeSchema.parse(shape);

// Formulas of plane geometry, at 2 units of height.
test.each<[string, Record<string, unknown>, number]>([
  ['disc: πr²', { form: 'disc' }, Math.PI],
  ['ring: π(R² − r²)', { form: 'ring', thickness: 0.25 }, Math.PI * (1 - 0.75 ** 2)],
  ['plate: the rectangle less its corners, (4 − π)r²', { form: 'plate', ratio: 1.5, corner: 0.3 }, 6 - (4 - Math.PI) * 0.09],
  ['frame with square corners: outer less inner', { form: 'frame', ratio: 1.5, corner: 0, thickness: 0.2 }, 6 - 2.6 * 1.6],
  ['arrow: shaft and head', { form: 'arrow', ratio: 2, head: 0.25, shaft: 0.5 }, 3 * 1 + 1],
  ['chevrons: count times width by height', { form: 'chevrons', count: 4, thickness: 0.3, gap: 0.2 }, 4 * 0.6 * 2],
])('%s', (_name, shape, area) => {
  expect(areaOf(make(shape))).toBeCloseTo(area, 2);
});

test('a regular hexagon is ½·n·sin(360°/n), however it is scaled to its height', () => {
  // Points up, its height is the full circle: 2 units.
  expect(areaOf(make({ form: 'polygon', sides: 6 }))).toBeCloseTo(3 * Math.sin(Math.PI / 3), 3);
});

test('every form at its defaults and at its bounds is a closed solid, and a document as any other', async () => {
  const kernel: ManifoldToplevel = await judge();
  for (const kind of FORM_KINDS) {
    const production = produce(emptyProduction('T', { width: 1920, height: 1080, rate: '25', length: 10 }), (d) => void addForm(d, kind));
    expect(readProduction(JSON.parse(JSON.stringify(production)))).toEqual(production);
    const [mark] = production.marks;
    if (!mark || mark.body.kind !== 'form') throw new Error('Not the mark that was meant.');
    const { pieces, faults } = buildMark(mark, []);
    expect([kind, faults]).toEqual([kind, []]);
    expect(pieces.length).toBeGreaterThan(0);
    for (const { mesh } of pieces) expect([kind, verdictOn(kernel, mesh).status]).toEqual([kind, 'NoError']);
  }
});
