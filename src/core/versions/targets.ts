import { setLength } from '../production/edits/cascade-edits';
import { changeChannel } from '../production/edits/channel-edits';
import { setWords } from '../production/edits/mark-edits';
import { replacePicture } from '../production/edits/panel-edits';
import { MAX_FRAMES } from '../production/frame-format';
import type { Mark } from '../production/mark';
import { ofKind } from '../schema/owner-kind';
import { allOwners, channelMeta, ownerAt, type FoundOwner } from '../production/owners/owners';
import type { Picture } from '../production/picture';
import type { Production } from '../production/production';
import type { FieldTarget } from '../production/versions';
import type { CellKind, CellValue } from './cells';
import { plainNumbers, plainNumberAt } from './plain-numbers';

/** What a field stands for, found in a production. */
export interface Variable {
  target: FieldTarget;
  /** What the value is called, and what it belongs to. */
  label: string;
  holder: string;
  cell: CellKind;
  /** The value as the production has it; null where it has none. */
  value: CellValue | null;
  /** Why no row can say it as things stand; null where it can. */
  hindered: string | null;
  /** Puts another value in its place, in a draft of the production. */
  set(draft: Production, value: CellValue): void;
}

/** A kind of value that can be a field: where there is one in a production, and how it is found again. */
interface TargetKind<T extends FieldTarget> {
  list(production: Production): T[];
  find(production: Production, target: T, pictures: readonly Picture[]): Variable | null;
}

type OfKind<K extends FieldTarget['of']> = Extract<FieldTarget, { of: K }>;

const markOf = ({ marks }: Pick<Production, 'marks'>, id: string): Mark | undefined => marks.find((mark) => mark.id === id);

const length: TargetKind<OfKind<'length'>> = {
  list: () => [{ of: 'length' }],
  find: ({ format }, target) => ({
    target,
    label: 'Length',
    holder: 'the production',
    cell: { of: 'number', meta: { unit: 'fr', min: 1, max: MAX_FRAMES, shown: 1, digits: 0 }, isWhole: true },
    value: format.length,
    hindered: null,
    set: (draft, value) => setLength(draft, value as number),
  }),
};

const words: TargetKind<OfKind<'words'>> = {
  list: ({ marks }) => marks.filter(({ body }) => body.kind === 'words').map(({ id }) => ({ of: 'words', markId: id })),
  find: (production, target) => {
    const mark = markOf(production, target.markId);
    if (mark?.body.kind !== 'words') return null;
    return {
      target,
      label: 'Words',
      holder: mark.name,
      cell: { of: 'words' },
      value: mark.body.text,
      hindered: null,
      set: (draft, value) => setWords(draft, target.markId, value as string),
    };
  },
};

const picture: TargetKind<OfKind<'picture'>> = {
  list: ({ marks }) => marks.filter(({ body }) => body.kind === 'panel').map(({ id }) => ({ of: 'picture', markId: id })),
  find: (production, target, pictures) => {
    const mark = markOf(production, target.markId);
    if (mark?.body.kind !== 'panel') return null;
    const own = mark.body.picture;
    return {
      target,
      label: 'Picture',
      holder: mark.name,
      cell: { of: 'picture', pictures: [own, ...pictures] },
      value: own,
      hindered: null,
      set: (draft, value) => replacePicture(draft, target.markId, value as Picture),
    };
  },
};

const plate: TargetKind<OfKind<'plate'>> = {
  list: ({ set }) => (ofKind(set, 'plate')?.settings.picture ? [{ of: 'plate' }] : []),
  find: ({ set }, target, pictures) => {
    const own = ofKind(set, 'plate')?.settings.picture ?? null;
    return {
      target,
      label: 'Plate',
      holder: 'set',
      cell: { of: 'picture', pictures: own ? [own, ...pictures] : pictures },
      value: own,
      hindered: null,
      set: (draft, value) => {
        const found = ofKind(draft.set, 'plate');
        if (found) found.settings.picture = value as Picture;
      },
    };
  },
};

/** What a channel of an owner holds, as a cell. */
function cellOf(owner: Pick<FoundOwner, 'kind'>, name: string): CellKind {
  const meta = channelMeta(owner, name);
  return meta.of === 'number' ? { of: 'number', meta } : { of: meta.of };
}

const channel: TargetKind<OfKind<'channel'>> = {
  list: (production) =>
    allOwners(production).flatMap(({ path, channels }) =>
      Object.keys(channels).map((name) => ({ of: 'channel' as const, owner: path, name })),
    ),
  find: (production, target) => {
    const owner = ownerAt(production, target.owner);
    const own = owner?.channels[target.name];
    if (!owner || !own) return null;
    const moves = own.keys.length > 0 || own.link !== undefined;
    return {
      target,
      label: channelMeta(owner, target.name).label,
      holder: owner.holder === 'place' ? owner.label : `${owner.label}, ${owner.holder}`,
      cell: cellOf(owner, target.name),
      value: own.rest,
      hindered: moves ? 'It has keys or follows others: a field stands for a value that rests.' : null,
      set: (draft, value) =>
        changeChannel(draft, target, (found) =>
          typeof value === typeof found.rest ? { ...found, rest: value as typeof found.rest } : found,
        ),
    };
  },
};

const number: TargetKind<OfKind<'number'>> = {
  list: ({ marks }) => marks.flatMap((mark) => plainNumbers(mark).map((found) => ({ of: 'number' as const, markId: mark.id, ...found }))),
  find: (production, target) => {
    const mark = markOf(production, target.markId);
    const found = mark && plainNumberAt(mark, target);
    if (!mark || !found) return null;
    return {
      target,
      label: found.meta.label,
      holder: found.holder ? `${mark.name}, ${found.holder}` : mark.name,
      cell: { of: 'number', meta: found.meta },
      value: found.value,
      hindered: null,
      set: (draft, value) => {
        const within = markOf(draft, target.markId);
        if (within) plainNumberAt(within, target)?.set(value as number);
      },
    };
  },
};

/** Everything that can be a field, in the order in which it is offered. */
const TARGETS: { readonly [K in FieldTarget['of']]: TargetKind<OfKind<K>> } = { words, picture, plate, length, channel, number };

/** What a target stands for; null where it is gone. @param pictures that rows may name, where it is a picture */
export const variableAt = (production: Production, target: FieldTarget, pictures: readonly Picture[] = []): Variable | null =>
  (TARGETS[target.of] as TargetKind<FieldTarget>).find(production, target, pictures);

/** Every value of a production that can be a field as things stand. */
export const variablesOf = (production: Production): Variable[] =>
  Object.values(TARGETS)
    .flatMap((kind) => kind.list(production) as FieldTarget[])
    .flatMap((target) => variableAt(production, target) ?? [])
    .filter(({ hindered }) => hindered === null);
