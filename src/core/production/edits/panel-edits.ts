import { at } from '../../motion/channel';
import { bareName } from '../media';
import { panelSchema } from '../panel';
import type { Picture } from '../picture';
import type { Production } from '../production';
import { surfaceOf } from '../surface';
import { addMark } from './mark-edits';

/** How thick a new panel is, and how far behind the marks that are there, metres. */
const THICK = 0.03;
const BEHIND = 0.6;

/** Adds a picture or moving picture as a flat mark; returns its id. */
export function addPanel(draft: Production, picture: Picture): string {
  const body = panelSchema.parse({ kind: 'panel', picture, settings: { through: picture.alpha ? 'clear' : 'surface' } });
  const mark = addMark(draft, bareName(picture.name), body);
  if (draft.marks.length > 1) mark.channels.z.rest = -BEHIND;
  const [shell] = mark.shells;
  if (!shell) return mark.id;
  Object.assign(shell.channels, { from: at(-THICK / 2), to: at(THICK / 2) });
  const edge = () => surfaceOf('black-chrome');
  shell.surfaces = { face: edge(), bevel: edge(), side: edge(), back: edge() };
  // A bevel as thin as the panel, so that the picture reaches its edge.
  for (const bevel of [shell.front, shell.back]) Object.assign(bevel, { size: 4, height: 4 });
  return mark.id;
}

/** Puts another picture in the place of a panel's. */
export function replacePicture(draft: Production, id: string, picture: Picture): void {
  const body = draft.marks.find((mark) => mark.id === id)?.body;
  if (body?.kind === 'panel') body.picture = picture;
}
