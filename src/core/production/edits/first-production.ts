import { PACES } from '../../motion/pace';
import { withKey, withPace } from '../../motion/edit-channel';
import { cutText, cleanText } from '../../schema/text';
import { MATERIALS, type MaterialKind } from '../materials';
import { emptyProduction, type FrameFormat, type Production } from '../production';
import { surfaceOf } from '../surface';
import { addWordmark } from './mark-edits';

/** Cap heights that a letter of the font of new words is wide, with its share of the space beside it: rather more than less. */
const LETTER = 0.98;
/** Share of the frame's width that the words take up where the camera comes to rest, and how much farther off it begins. */
const FILL = 0.72;
const BEGINS = 1.35;

/**
 * A production from one line of words: they stand in the middle of the frame, made of something, and the camera comes up to them and
 * settles.
 */
export function firstProduction(line: string, material: MaterialKind, format: FrameFormat): Production {
  const text = cleanText(line, 200).trim() || 'TITLE';
  const production = emptyProduction(cutText(text, 120), format);
  addWordmark(production, text);
  const [mark] = production.marks;
  const [camera] = production.cameras;
  const shell = mark?.shells[0];
  const orbit = camera?.carriers[0];
  if (!mark || !shell || !camera || orbit?.kind !== 'orbit') return production;
  const own = () => surfaceOf(material);
  // A dark side lets the edges of bright letters stand out.
  shell.surfaces = { face: own(), bevel: own(), side: MATERIALS[material].metalness > 0 ? surfaceOf('black-chrome') : own(), back: own() };
  const perMetre = camera.sensorWidthMm / camera.lens.channels.focalLengthMm.rest;
  const wide = Math.max(2, [...text].length) * LETTER;
  const high = (perMetre * format.height) / format.width;
  const radius = Math.max(wide / (FILL * perMetre), 1 / (0.4 * high));
  const last = format.length - 1;
  const between = (from: number, to: number, rest: number) =>
    last > 0 ? withPace(withKey(withKey({ rest, keys: [] }, 0, from), last, to), 0, last, PACES.settle) : { rest: to, keys: [] };
  orbit.channels.radius = between(radius * BEGINS, radius, radius);
  orbit.channels.azimuth = between(-24, 0, 0);
  orbit.channels.height = between(-8, 4, 4);
  Object.assign(camera.focus, { on: 'front', markId: mark.id });
  return production;
}
