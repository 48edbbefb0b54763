import { produce } from 'immer';
import { shotCamera } from '@/core/frame/shot-camera';
import type { MarkExtent } from '@/core/frame/frame-state';
import { versionRowSchema } from '@/core/production/versions';
import { choicesOf, sortVersions } from '@/core/versions/order';
import { versionOf } from '@/core/versions/version-of';
import { applyFormat } from '@/core/versions/apply-format';
import { demoProductions } from '@/demo/productions';
import { milliseconds } from './timing';

const ROWS = 200;

/** Rows of a table in formats, and shots that are brought into another frame. */
export function versions(): void {
  const [ident] = demoProductions();
  if (!ident) throw new Error('There is no demo.');
  const title = ident.versions.fields[0]?.id ?? '';
  const many = produce(ident, (draft) => {
    draft.versions.rows = Array.from({ length: ROWS }, (_, i) =>
      versionRowSchema.parse({ id: `row-${i}`, cells: { [title]: `EPISODE ${i}` } }),
    );
  });
  const choices = choicesOf(
    many.versions.rows.map(({ id }) => id),
    [null, ...many.versions.formats.map(({ id }) => id)],
  );
  const sorted = milliseconds(3, () => void sortVersions(many, choices), 1);
  const made = milliseconds(3, () => choices.forEach((choice) => versionOf(many, choice)), 1);
  console.log(
    `${ROWS} rows in ${choices.length / ROWS} formats: ${choices.length} versions named and checked in ${sorted.toFixed(0)} ms, made in ` +
      `${made.toFixed(0)} ms`,
  );
  const extent: MarkExtent = { min: [-2, -0.5, -0.2], max: [2, 0.5, 0.2] };
  const boundsOf = () => extent;
  const upright = many.versions.formats[1];
  if (!upright) throw new Error('There is no format.');
  // Each time another production, as after an edit: nothing is known of its shots.
  const first = milliseconds(5, () => void shotCamera(applyFormat(many, upright), 100, boundsOf), 2);
  const known = applyFormat(many, upright);
  const calls = 1000;
  const next = milliseconds(5, () => {
    for (let i = 0; i < calls; i++) shotCamera(known, i % 150, boundsOf);
  });
  console.log(
    `A camera in another frame: ${first.toFixed(1)} ms after an edit, for the whole of a shot of 150 frames; ` +
      `${((1000 * next) / calls).toFixed(0)} µs a frame from then on`,
  );
}
