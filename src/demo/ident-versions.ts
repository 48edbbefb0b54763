import { addField, addFormat, addRow, setCell } from '@/core/production/edits/version-edits';
import type { Production } from '@/core/production/production';

/** Evenings of the season: what the ident says on each, and the colour of the words below. */
const EVENINGS = [
  ['LANTERN', 'DEEP', ''],
  ['KELP', 'LIGHT', '#8fb98a'],
  ['TRENCH', 'TWO', ''],
  ['MIDNIGHT', 'ZONE', '#7f9fc4'],
  ['WHALE FALL', 'NINE', ''],
  ['THE LAST DIVE', 'SIX', '#c98f6b'],
] as const;

/** Widths that the words have as they were composed, metres: those that are longer become smaller. */
const WIDE = { title: 4.12, below: 2.66 };

/** The ident for six evenings, wide, square and upright. */
export function identVersions(production: Production): void {
  const [title, below, fish] = production.marks;
  if (title?.body.kind !== 'words' || below?.body.kind !== 'words' || !fish) throw new Error('The demo is not what it should be.');
  title.body.fit = { rule: 'shrink', width: WIDE.title };
  below.body.fit = { rule: 'shrink', width: WIDE.below };
  const face = below.shells[0]?.id ?? '';
  const fields = [
    addField(production, { of: 'words', markId: title.id }, 'Title'),
    addField(production, { of: 'words', markId: below.id }, 'Below it'),
    addField(production, { of: 'channel', owner: `marks/${below.id}/shells/${face}/surfaces/face`, name: 'colour' }, 'Colour below'),
  ];
  for (const cells of EVENINGS) {
    const row = addRow(production);
    cells.forEach((text, i) => {
      if (row && fields[i]) setCell(production, row, fields[i], text);
    });
  }
  addFormat(production, { name: 'Square', width: 1080, height: 1080 });
  addFormat(production, { name: 'Upright', width: 1080, height: 1920 });
  production.versions.keep = [title.id, below.id, fish.id];
  production.versions.names = '{production} {row} {title} {format}';
}
