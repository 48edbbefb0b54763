import bezierEasing from 'bezier-easing';
import { freeze } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import type { MarkExtent } from '@/core/frame/frame-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { at } from '@/core/motion/channel';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { addShell } from '@/core/production/edits/shell-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import { setLink } from '@/core/production/links';
import type { Mark } from '@/core/production/mark';
import { emptyProduction, type Production } from '@/core/production/production';
import { translation } from '@/core/space/matrix';
import { launchBrowser } from '../browser.mjs';
import { bundleForBrowser } from '../bundle.mjs';
import type { LettersOrder } from './letters';
import { plainSolids } from './plain-solids';
import { PREVIEW, typeface } from './setting';
import { inTurn, milliseconds } from './timing';

const LETTERS = 300;
const OFFSETS = { x: 2, y: 1, z: -3, pan: 40, tilt: 20, roll: 10 } as const;
const VALUES = { ...OFFSETS, opacity: 0.2 };

const EXTENT: MarkExtent = {
  min: [-100, -1, -0.1],
  max: [100, 1, 0.1],
  baseline: -0.5,
  parts: Array.from({ length: LETTERS }, (_, i) => {
    const x = i - LETTERS / 2;
    return { middle: [x, 0, 0], own: -1, home: translation(x, 0, 0), word: i >> 3, line: 0, baseline: -0.5, isBlank: false };
  }),
};

/** One mark of 300 letters, in so many cascades of six values and an opacity. */
function letters(count: number): Production {
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 120 });
  addWordmark(production, 'A');
  const [mark] = production.marks as [Mark];
  for (let i = 0; i < count; i++) {
    const cascade = cascadeFrom(mark, 'typed', 'arrival', { from: 0, to: 100 });
    for (const [name, value] of Object.entries(VALUES)) Object.assign(cascade.channels, { [name]: at(value) });
    cascade.channels.width = at(0.6);
    addCascade(mark, cascade);
  }
  return freeze(production, true);
}

/** A sentence of 300 letters in four shells that come one after another over the first hundred frames. */
async function sentence(): Promise<{ production: Production; solids: Record<string, MarkSolids> }> {
  const words = 'THE LANTERN FISH RISE FROM THE DEEP WHERE NO LIGHT HAS EVER COME TO REST';
  const lines = Array.from({ length: 5 }, () => words).join('\n');
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 200 });
  const id = addWordmark(production, lines);
  for (let i = 0; i < 3; i++) addShell(production, id);
  const [mark] = production.marks as [Mark];
  const cascade = cascadeFrom(mark, 'rise', 'arrival', { from: 0, to: 100 });
  for (const [name, value] of Object.entries({ ...OFFSETS, opacity: 1 })) Object.assign(cascade.channels, { [name]: at(value) });
  cascade.settings.hides = false;
  addCascade(mark, cascade);
  const [orbit] = production.cameras[0]?.carriers ?? [];
  if (orbit?.kind === 'orbit') orbit.channels.radius.rest = 70;
  return { production, solids: { [id]: buildMark(mark, [await typeface('archivo-black')]) } };
}

/** The lit picture of 300 letters while they come beside the same at rest. */
async function lettersDrawn(): Promise<void> {
  const { production, solids } = await sentence();
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: await bundleForBrowser('scripts/bench/letters.ts') });
    const order = { production, solids: plainSolids(solids), preview: PREVIEW, frames: [150, 50, 150, 50] } as unknown as LettersOrder;
    const [, , rest, moving] = (await page.evaluate(
      (input) => (globalThis as unknown as { benchLetters: (o: LettersOrder) => number[] }).benchLetters(input),
      order,
    )) as [number, number, number, number];
    const pieces = Object.values(solids)[0]?.pieces.length ?? 0;
    console.log(
      `Lit picture of ${LETTERS} letters in four shells (${pieces} pieces), ${PREVIEW.width}x${PREVIEW.height}: at rest ` +
        `${rest.toFixed(0)} ms, while they come ${moving.toFixed(0)} ms, ratio ${(moving / rest).toFixed(2)}`,
    );
  } finally {
    await browser.close();
  }
}

/** Marks that follow one another in a row, five values each. */
function linked(count: number): Production {
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 120 });
  for (let i = 0; i < count; i++) addForm(production, 'disc');
  production.marks.slice(1).forEach(({ id }, i) => {
    const owner = `marks/${production.marks[i]?.id ?? ''}`;
    for (const name of ['x', 'y', 'z', 'pan', 'tilt'] as const)
      setLink(production, { owner: `marks/${id}`, name }, { formula: '$0 * 0.9 + sin(frame * 3)', refs: [{ owner, name }] });
  });
  return freeze(production, true);
}

/** What performs: letters in cascades beside the bare timing function of a well-known library, and links. */
export async function performing(): Promise<void> {
  const ease = bezierEasing(0.3, 0, 0.2, 1);
  const sink = { sum: 0 };
  let frame = 0;
  const next = () => (frame = (frame + 7.31) % 100);
  const [one, three] = [letters(1), letters(3)];
  const [bare, once, thrice] = inTurn(400, [
    () => {
      const x = next() / 100;
      for (let i = 0; i < LETTERS * 6; i++) sink.sum += ease(x);
    },
    () => void (sink.sum += evaluate(one, next() / 25, () => EXTENT).marks.length),
    () => void (sink.sum += evaluate(three, next() / 25, () => EXTENT).marks.length),
  ]);
  const micros = (ms: number) => `${(ms * 1000).toFixed(0)} µs`;
  console.log(`${LETTERS} letters in a cascade of six values and an opacity: evaluate() ${micros(once)}`);
  console.log(`  as many bare bezier-easing     ${micros(bare)}, ratio ${(once / bare).toFixed(2)}`);
  console.log(`  in three cascades              ${micros(thrice)}, ratio ${(thrice / bare).toFixed(2)}`);
  const chain = linked(200);
  const time = milliseconds(60, () => void evaluate(chain, next() / 25, () => null));
  console.log(`1,000 links a frame, each on another: evaluate() ${time.toFixed(2)} ms`);
  await lettersDrawn();
}
