import type { Production } from '../production';
import {
  deliveryFormatSchema,
  MAX_FIELD_NAME,
  MAX_FIELDS,
  MAX_FORMATS,
  MAX_ROWS,
  nameKey,
  OWN_NAMES,
  placeInFormatSchema,
  versionFieldSchema,
  type DeliveryFormat,
  type FieldTarget,
  type PlaceInFormat,
  type VersionField,
  type VersionRow,
} from '../versions';
import { cutText } from '../../schema/text';
import { isKeptInView } from '../kept-in-view';
import { freshId } from './fresh-id';

/** A name that no other field has, in any case: with a number behind it where one has. */
function ownName({ versions: { fields } }: Production, wanted: string, but?: string): string {
  const taken = new Set<string>([...OWN_NAMES, ...fields.filter(({ id }) => id !== but).map(({ name }) => nameKey(name))]);
  // What parts names in a pattern cannot be in one.
  const stem = cutText(wanted.replace(/[{}]/g, '').trim(), MAX_FIELD_NAME - 4) || 'Field';
  let name = stem;
  for (let n = 2; taken.has(nameKey(name)); n++) name = `${stem} ${n}`;
  return name;
}

/** Makes a value of the production a field; returns its id, or null where there is no room for more. */
export function addField(draft: Production, target: FieldTarget, name: string): string | null {
  const { fields } = draft.versions;
  if (fields.length >= MAX_FIELDS) return null;
  const field = versionFieldSchema.parse({ id: freshId(fields, 'field'), name: ownName(draft, name), target });
  fields.push(field);
  return field.id;
}

/** Changes a field. A name that another one has gets a number. */
export function changeField(draft: Production, id: string, change: Partial<Pick<VersionField, 'name' | 'needed' | 'pictures'>>): void {
  const field = draft.versions.fields.find((each) => each.id === id);
  if (!field) return;
  Object.assign(field, change, change.name === undefined ? {} : { name: ownName(draft, change.name, id) });
}

const without = (cells: VersionRow['cells'], id: string) => Object.fromEntries(Object.entries(cells).filter(([fieldId]) => fieldId !== id));

/** Removes a field with what rows say of it. */
export function removeField(draft: Production, id: string): void {
  const { versions } = draft;
  versions.fields = versions.fields.filter((each) => each.id !== id);
  for (const row of versions.rows) row.cells = without(row.cells, id);
}

/** Adds a row that says nothing yet; returns its id, or null where there is no room for more. */
export function addRow(draft: Production): string | null {
  const { rows } = draft.versions;
  if (rows.length >= MAX_ROWS) return null;
  const row: VersionRow = { id: freshId(rows, 'row'), cells: {} };
  rows.push(row);
  return row.id;
}

export function removeRows(draft: Production, ids: readonly string[]): void {
  draft.versions.rows = draft.versions.rows.filter(({ id }) => !ids.includes(id));
}

/** What a cell says; nothing where it is empty. */
export function setCell(draft: Production, rowId: string, fieldId: string, text: string): void {
  const row = draft.versions.rows.find(({ id }) => id === rowId);
  if (!row) return;
  if (text === '') row.cells = without(row.cells, fieldId);
  else row.cells[fieldId] = text;
}

/** Puts lines of cells into the table from a cell on, to the right and down; rows are added where there are too few. */
export function pasteCells(draft: Production, rowId: string, fieldId: string, lines: readonly (readonly string[])[]): void {
  const { fields, rows } = draft.versions;
  const [top, left] = [rows.findIndex(({ id }) => id === rowId), fields.findIndex(({ id }) => id === fieldId)];
  if (top < 0 || left < 0) return;
  lines.forEach((line, down) => {
    const id = rows[top + down]?.id ?? addRow(draft);
    if (id === null) return;
    line.forEach((text, right) => {
      const field = fields[left + right];
      if (field) setCell(draft, id, field.id, text);
    });
  });
}

/** Puts other rows in the place of those there are. */
export function setRows(draft: Production, rows: readonly VersionRow[]): void {
  draft.versions.rows = rows.slice(0, MAX_ROWS).map(({ id, cells }) => ({ id, cells: { ...cells } }));
}

/** Adds a format of delivery; returns its id, or null where there is no room for more. */
export function addFormat(draft: Production, given: Pick<DeliveryFormat, 'name' | 'width' | 'height'>): string | null {
  const { formats } = draft.versions;
  if (formats.length >= MAX_FORMATS) return null;
  const format = deliveryFormatSchema.parse({ id: freshId(formats, 'format'), ...given });
  formats.push(format);
  return format.id;
}

export function changeFormat(draft: Production, id: string, recipe: (format: DeliveryFormat) => void): void {
  const format = draft.versions.formats.find((each) => each.id === id);
  if (format) recipe(format);
}

export function removeFormat(draft: Production, id: string): void {
  draft.versions.formats = draft.versions.formats.filter((each) => each.id !== id);
}

/** The place of a mark in a format, to be changed; one is made where there is none. */
export function placeIn(format: DeliveryFormat, markId: string): PlaceInFormat {
  const found = format.places.find((place) => place.markId === markId);
  if (found) return found;
  format.places.push(placeInFormatSchema.parse({ markId }));
  return format.places.at(-1) as PlaceInFormat;
}

/** Lets a mark be held in view in every format, or not. Where nothing was said of it, all words were. */
export function keepInView(draft: Production, markId: string, keep: boolean): void {
  const { versions, marks } = draft;
  const named = marks.filter((mark) => isKeptInView(versions, mark)).map(({ id }) => id);
  versions.keep = keep ? [...new Set([...named, markId])] : named.filter((id) => id !== markId);
}
