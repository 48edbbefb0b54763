import { skinSchema, type Mark } from '@/core/production/mark';
import { bevelSchema, fadeSchema, shellKind, shellSchema } from '@/core/production/shell';
import type { Kit } from '@/core/production/kits';
import { surfaceKind } from '@/core/production/surface';
import { wordsSchema } from '@/core/production/words';
import { fieldMeta } from '@/core/schema/fields';

const SHAPES = [
  shellSchema.shape,
  bevelSchema.shape,
  fadeSchema.shape,
  surfaceKind.channels.shape,
  shellKind.channels.shape,
  skinSchema.shape,
  wordsSchema.shape,
];
const WORDS: Record<string, string> = {
  order: 'order of the shells',
  shells: '',
  surfaces: '',
  channels: '',
  settings: '',
  rest: '',
  keys: 'keys',
  skin: 'inflate',
  layout: '',
  on: 'on',
  motion: 'motion',
  cascades: 'cascade',
  regions: 'region',
  carriers: 'carrier',
  trail: 'trail',
};

function wordOf(name: string): string {
  if (name in WORDS) return WORDS[name] as string;
  for (const shape of SHAPES) {
    try {
      return fieldMeta(shape, name).label.toLowerCase();
    } catch {
      // Not a number of this schema.
    }
  }
  return name;
}

/** A value that a kit holds, by its path, in words: “Face: front size”. */
export function kitValueName(mark: Mark, kit: Kit, path: string): string {
  const [head = '', id = '', ...rest] = path.split('/');
  if (head !== 'shells') return path.split('/').map(wordOf).filter(Boolean).join(' ');
  const shell = mark.shells.find((each) => each.id === id) ?? kit.shells.find((each) => each.id === id);
  return `${shell?.name ?? id}${rest.length > 0 ? `: ${rest.map(wordOf).filter(Boolean).join(' ')}` : ''}`;
}
