import { z } from 'zod';
import { graphemes } from './graphemes';

/** Control characters, without tab and line feed. */
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u2028\u2029\ufeff]/g;
const BREAKS = /[\t\n]+/g;
const LONE_SURROGATES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
const REPLACEMENT = '\ufffd';

/**
 * The longest beginning of a text of at most so many UTF-16 units that ends between two graphemes (Unicode Standard Annex 29): no emoji,
 * accent or flag is cut apart.
 */
export function cutText(text: string, max: number): string {
  if (text.length <= max) return text;
  let end = 0;
  // One that is longer than any script has is looked at no further.
  for (const { index, segment } of graphemes(text.slice(0, max + 64))) {
    if (index + segment.length > max) break;
    end = index + segment.length;
  }
  return text.slice(0, end);
}

/** A text of at most so many UTF-16 units; one that is cut says so. */
export const shortText = (text: string, max: number): string =>
  text.length <= max ? text : `${cutText(text, Math.max(0, max - 1)).trimEnd()}…`;

/** Text as it is kept: well-formed, without control characters, at most so long. Line breaks become spaces unless there may be lines. */
export function cleanText(text: string, max: number, lines = false): string {
  const formed = text.replace(/\r\n?/g, '\n').replace(LONE_SURROGATES, REPLACEMENT).replace(CONTROLS, '');
  return cutText(lines ? formed.replaceAll('\t', ' ') : formed.replace(BREAKS, ' '), max);
}

/** How much longer than it is kept a text may be given. */
const GIVEN = 20;

/** A line of text. What is given is cleaned, and cut where it is longer. */
export const textField = (max: number) =>
  z
    .string()
    .max(max * GIVEN)
    .overwrite((text) => cleanText(text, max));

/** Text of several lines. */
export const linesField = (max: number) =>
  z
    .string()
    .max(max * GIVEN)
    .overwrite((text) => cleanText(text, max, true));

/** A line of text that says something. */
export const nameField = (max: number, empty: string) =>
  z
    .string()
    .max(max * GIVEN)
    .overwrite((text) => cleanText(text, max).trim())
    .min(1, empty);
