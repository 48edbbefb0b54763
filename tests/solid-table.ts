import { readFileSync, writeFileSync } from 'node:fs';
import { CHARACTERS, faultsOf, PROFILES_JUDGED, WIDTHS } from './unit/support/soundness';
import { packagedTypeface, SHIPPED, variableFont } from './unit/support/fonts';
import { judge } from './unit/support/judge';
import { Typeface } from '@/core/outline/typeface';

/**
 * Judges every letter of every shipped font with every bevel, and writes the table into docs/solids.md. Some minutes; the tests take a
 * part of it each time.
 */

const BEGIN = '<!-- table of letters -->';
const END = '<!-- end of the table -->';

const kernel = await judge();
const bytes = await variableFont();
const fonts: [string, Typeface][] = [];
for (const [family, weight] of SHIPPED) fonts.push([family, await packagedTypeface(family, weight)]);
for (const axes of [
  { wght: 900, wdth: 125 },
  { wght: 100, wdth: 62 },
])
  fonts.push([`archivo variable, ${axes.wght} / ${axes.wdth}`, new Typeface(bytes, axes)]);

const lines = [
  `| font | ${PROFILES_JUDGED.flatMap((profile) => WIDTHS.map((width) => `${profile} ${width * 100} %`)).join(' | ')} |`,
  `|---|${'---|'.repeat(PROFILES_JUDGED.length * WIDTHS.length)}`,
];
let built = 0;
const faults: string[] = [];
for (const [name, face] of fonts) {
  const cells = PROFILES_JUDGED.flatMap((profile) =>
    WIDTHS.map((width) => {
      let sound = 0;
      for (const character of CHARACTERS) {
        const found = faultsOf(kernel, face, character, profile, width);
        faults.push(...found.map((fault) => `${name}: ${fault}`));
        if (found.length === 0) sound++;
      }
      built += CHARACTERS.length;
      return `${sound}/${CHARACTERS.length}`;
    }),
  );
  lines.push(`| ${name} | ${cells.join(' | ')} |`);
  console.log(`${name}: ${cells.join(' ')}`);
}
const summary = `${built} letters built and judged, ${faults.length} with a fault.`;
console.log(summary, faults);
const file = 'docs/solids.md';
const text = readFileSync(file, 'utf8');
writeFileSync(
  file,
  `${text.slice(0, text.indexOf(BEGIN) + BEGIN.length)}\n\n${summary}\n\n${lines.join('\n')}\n\n${text.slice(text.indexOf(END))}`,
);
