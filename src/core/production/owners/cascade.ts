import { z } from 'zod';
import { CASCADE_WAYS, ORDER_NAMES, type OrderName } from '../../motion/cascade';
import { PACES, paceSchema } from '../../motion/pace';
import { channelField, colourChannel, idField, intField, numberField, switchChannel } from '../../schema/fields';
import { ownerList, type OwnerKind, type OwnerOf } from '../../schema/owner-kind';
import { SHARE, TURN } from './units';

/** What takes its turn. Of a drawing or a model, what is called letters are its paths or parts. */
export const CASCADE_UNITS = ['letters', 'words', 'lines', 'shells', 'copies'] as const;
export type CascadeUnit = (typeof CASCADE_UNITS)[number];

/** What a part turns and grows about. */
export const CASCADE_POINTS = ['middle', 'front', 'baseline', 'pivot'] as const;

/** With the beginning, with the end, as shares of the whole, or where they are. */
export const CASCADE_ANCHORS = ['beginning', 'end', 'scaled', 'free'] as const;

const shift = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
const by = { ...SHARE, min: -1, rest: 0, step: 0.05 } as const;
const factor = { unit: '×', min: 0, max: 100, rest: 1, step: 0.05 } as const;

/**
 * Parts of a mark that take their turn through the same arrival, exit or wave. Its values say what they come from or go to, as offsets from
 * rest; one progress drives all.
 */
export const cascadeKind = {
  kind: 'cascade',
  label: 'Cascade',
  places: ['marks/*/cascades/*'],
  channels: z.object({
    on: switchChannel({ label: 'On', rest: true }),
    /** Beyond 1 only for what swings: each whole is one swing. */
    progress: channelField({ label: 'Progress', ...SHARE, min: -1000, max: 1000, rest: 0, step: 0.05 }),
    width: channelField({ label: 'Each takes', ...SHARE, min: 0.002, rest: 0.4, step: 0.05 }),
    x: channelField({ label: 'Across', ...shift }),
    y: channelField({ label: 'Up', ...shift }),
    z: channelField({ label: 'Toward', ...shift }),
    frameX: channelField({ label: 'Across the frame', ...SHARE, min: -10, max: 10, rest: 0, step: 0.05 }),
    frameY: channelField({ label: 'Up the frame', ...SHARE, min: -10, max: 10, rest: 0, step: 0.05 }),
    pan: channelField({ label: 'Turn', ...TURN }),
    tilt: channelField({ label: 'Tip', ...TURN }),
    roll: channelField({ label: 'Roll', ...TURN }),
    size: channelField({ label: 'Size', ...factor }),
    deep: channelField({ label: 'Depth', ...factor }),
    /** Of what has a skin under pressure. */
    inflate: channelField({ label: 'Blown up', ...factor }),
    spread: channelField({ label: 'Apart by', ...SHARE, min: -10, max: 100, rest: 0, step: 0.05 }),
    scatter: channelField({ label: 'Scattered by', unit: 'm', min: 0, max: 1000, rest: 0, step: 0.1 }),
    tumble: channelField({ label: 'Turned at random by', unit: '°', min: 0, max: 36000, rest: 0, step: 5, digits: 1 }),
    opacity: channelField({ label: 'Opacity', ...SHARE, rest: 1 }),
    tints: channelField({ label: 'Tints', ...SHARE, rest: 0, step: 0.05 }),
    colour: colourChannel({ label: 'With', rest: '#ffffff' }),
    glow: channelField({ label: 'Glow by', unit: '×', min: 0, max: 1000, rest: 0, step: 0.1 }),
    roughness: channelField({ label: 'Roughness by', ...by }),
    /** How much of each is wiped off, along the way of the order. */
    wipe: channelField({ label: 'Wiped off', ...SHARE, rest: 0, step: 0.05 }),
    flicker: channelField({ label: 'Flickers', ...SHARE, rest: 0, step: 0.05 }),
  }),
  settings: z.object({
    way: z.enum(CASCADE_WAYS).default('arrival'),
    of: z.enum(CASCADE_UNITS).default('letters'),
    order: z.enum(ORDER_NAMES as [OrderName, ...OrderName[]]).default('forward'),
    angle: numberField({ label: 'Along', unit: '°', min: -360, max: 360, rest: 0, step: 15, digits: 0 }),
    seed: intField({ label: 'Chance', min: 0, max: 9999, rest: 1 }),
    pace: paceSchema.default({ ...PACES.settle }),
    about: z.enum(CASCADE_POINTS).default('middle'),
    /** A region of the mark by which each takes its turn, in the place of progress and order; null for none. */
    regionId: idField.nullable().default(null),
    /** The shell that it moves alone; null for all of them. */
    shellId: idField.nullable().default(null),
    /** What its keys keep to when the production becomes longer or shorter. */
    anchor: z.enum(CASCADE_ANCHORS).default('free'),
    /** What has not begun to arrive, or is gone, is not there. */
    hides: z.boolean().default(true),
  }),
  measured: 'poses',
} as const satisfies OwnerKind;

export const MAX_CASCADES = 16;

export const cascadesSchema = ownerList([cascadeKind], MAX_CASCADES, 'cascades of a mark').prefault([]);
export type Cascade = OwnerOf<typeof cascadeKind>;
export type CascadeSettings = Cascade['settings'];

/** Whether the letters, or paths, of a mark go ways of their own in it. */
export const partsLetters = ({ settings: { of } }: Pick<Cascade, 'settings'>): boolean => of !== 'shells' && of !== 'copies';
