import { validateBytes } from 'gltf-validator';
import { produce } from 'immer';
import { buildMark } from '@/core/frame/solids/build-mark';
import { markStateAt } from '@/core/frame/evaluate';
import { markGlb } from '@/core/interchange/glb';
import { addBody, addForm, addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { addShell } from '@/core/production/edits/shell-edits';
import type { Mark } from '@/core/production/mark';
import { surfaceOf } from '@/core/production/surface';
import { emptyProduction, type Production } from '@/core/production/production';
import { runSchema } from '@/core/production/words';
import { packagedTypeface } from '../support/fonts';

/** glTF 2.0 as judged by the validator of the Khronos Group. */

const made = (recipe: (draft: Production) => void): Production =>
  produce(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => void recipe(draft));

const MARKS: [string, (draft: Production) => void][] = [
  [
    'words of two shells with a letter of its own colour',
    (draft) => {
      addWordmark(draft, 'R&8 Deep');
      addShell(draft, 'mark-1');
      changeMark(draft, 'mark-1', (mark) => {
        if (mark.body.kind === 'words')
          mark.body.runs = [runSchema.parse({ from: 0, to: 1, channels: { pan: { rest: 30 } }, surface: surfaceOf('brass') })];
        if (mark.shells[1]) mark.shells[1].surfaces.face.channels.opacity.rest = 0.4;
      });
    },
  ],
  [
    'an outward bevel with a drawn profile',
    (draft) => {
      addWordmark(draft, 'SO');
      changeMark(draft, 'mark-1', (mark) =>
        Object.assign(mark.shells[0]?.front ?? {}, {
          outward: true,
          profile: 'drawn',
          points: [
            { in: 0.3, up: 0.6, smooth: true },
            { in: 0.6, up: 0.7, smooth: false },
          ],
        }),
      );
    },
  ],
  [
    'a skin',
    (draft) => {
      addWordmark(draft, 'SO');
      changeMark(draft, 'mark-1', (mark) => void (mark.skin = { on: true, spread: 60, lid: 80, box: 0 }));
    },
  ],
  ['a form', (draft) => void addForm(draft, 'star')],
  ['a box', (draft) => void addBody(draft, 'box')],
  ['a ball', (draft) => void addBody(draft, 'ball')],
  ['a torus', (draft) => void addBody(draft, 'torus')],
];

test.each(MARKS)('%s: the validator finds nothing', async (_, recipe) => {
  const production = made(recipe);
  const mark = production.marks[0] as Mark;
  const solids = buildMark(mark, [await packagedTypeface('archivo-black')]);
  expect(solids.faults).toEqual([]);
  const bytes = await markGlb({ mark, solids, state: { ...markStateAt(production, mark, 0, () => solids.bounds), inflate: 0.7 } });
  // Texture coordinates are there for whoever puts a picture on the mark; that none is there yet is no fault.
  const report = await validateBytes(bytes, { ignoredIssues: ['UNUSED_OBJECT'] });
  expect(report.issues.messages).toEqual([]);
  expect(report.info.totalTriangleCount).toBe(solids.triangles);
  expect(report.info.drawCallCount).toBeGreaterThan(0);
});
