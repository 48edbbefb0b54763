import { z } from 'zod';
import { LINE_CAPS } from '../solid/line/line-caps';
import { LINE_JOINS } from '../solid/line/line-path';
import { penPath } from '../solid/line/pen-path';
import { LINE_SECTIONS } from '../solid/line/line-section';
import { channelField, numberField } from '../schema/fields';
import { pointSchema, type PenBounds } from './pen';
import { NO_SETTINGS, type OwnerKind } from '../schema/owner-kind';
import { SHARE } from './owners/units';

const way = { ...SHARE, min: -10, max: 10, step: 0.05 } as const;
const millimetres = { unit: 'mm', digits: 0, shown: 1000 } as const;

/** How far a line is drawn. */
export const lineKind = {
  kind: 'line',
  label: 'Line',
  places: ['marks/*/body'],
  channels: z.object({
    start: channelField({ label: 'Drawn from', ...way, rest: 0 }),
    end: channelField({ label: 'Drawn to', ...way, rest: 1 }),
    offset: channelField({ label: 'Moved on by', ...way, rest: 0 }),
    width: channelField({ label: 'Width', ...millimetres, min: 0, max: 20, rest: 0.06, step: 0.005 }),
    /** How far dashes have run along it. */
    march: channelField({ label: 'Dashes run', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

export const MAX_LINE_DATA = 400_000;
export const MAX_LINE_POINTS = 500;

/** Points of a line that is drawn by hand. */
export const LINE_POINTS = { least: 2, most: MAX_LINE_POINTS } as const satisfies PenBounds;

/** A path that is drawn by hand, point by point. */
const penSchema = z.object({
  points: z.array(pointSchema).min(1).max(MAX_LINE_POINTS),
  smooth: z.boolean().default(false),
  closed: z.boolean().default(false),
});

/** A line along paths that draws itself. Its depth, its bevels and what it is made of are those of its shells. */
export const lineSchema = z.object({
  kind: z.literal('line'),
  /** Path data in metres about the mark's origin, Y down as in SVG. */
  d: z
    .string()
    .max(MAX_LINE_DATA)
    .regex(/^[\d\s.,eE+\-MLHVCSQTAZmlhvcsqtaz]*$/, 'A path has only numbers and letters.')
    .default(''),
  /** Drawn by hand, in the place of path data; null where it is not. */
  pen: penSchema.nullable().default(null),
  section: z.enum(LINE_SECTIONS).default('flat'),
  join: z.enum(LINE_JOINS).default('mitred'),
  begins: z.enum(LINE_CAPS).default('blunt'),
  ends: z.enum(LINE_CAPS).default('blunt'),
  dash: numberField({ label: 'Dash', ...millimetres, min: 0.001, max: 100, rest: 0.2, step: 0.02 }),
  gap: numberField({ label: 'Gap', ...millimetres, min: 0, max: 100, rest: 0, step: 0.02 }),
  /** Several paths are drawn one after another, or all at once. */
  inTurn: z.boolean().default(true),
  /** Squares at its corners and ends, that open as it passes. */
  handles: numberField({ label: 'Squares', ...millimetres, min: 0, max: 10, rest: 0, step: 0.02 }),
  channels: lineKind.channels.prefault({}),
  settings: lineKind.settings.prefault({}),
});
export type Line = z.infer<typeof lineSchema>;

/** The path that a line runs along, however it came to be: path data in metres, Y down. */
export const pathOf = ({ d, pen }: Pick<Line, 'd' | 'pen'>): string => (pen ? penPath(pen) : d);
