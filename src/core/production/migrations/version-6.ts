import { graphemes } from '../../schema/graphemes';
import { changed, each, type Loose, type Migration } from './loose';

/** Place of a letter among the letters of a text, where each line's end was counted as one. */
function withoutLineEnds(text: string, counted: number): number {
  let letter = 0;
  let place = 0;
  for (const { segment } of graphemes(text)) {
    // One that stood for the end of a line is taken for the letter before it.
    if (place >= counted) return segment === '\n' ? Math.max(0, letter - 1) : letter;
    place++;
    if (segment !== '\n') letter++;
  }
  return Math.max(0, letter - 1);
}

/**
 * Paths of a drawing are owners, with ids. Copies stood apart by spacings from the first one on, whatever their size.
 */
const withIds = (mark: Loose): Loose => ({
  ...mark,
  pattern: changed(mark.pattern, (pattern) => ({ measure: 'spacing', anchor: 'first', ...pattern })),
  body: changed(mark.body, (body) =>
    body.kind === 'outline' ? { ...body, paths: each(body.paths, (path, i) => ({ id: `part-${i + 1}`, ...path })) } : body,
  ),
});

/** What is held on a letter counts letters alone; it counted the end of each line too. Paths of drawings have ids. */
export const partsOfMarks: Migration = (old) => {
  const texts = new Map<unknown, string>();
  each(old.marks, (mark) => changed(mark.body, ({ text }) => typeof text === 'string' && texts.set(mark.id, text)));
  const counted = (settings: Loose): Loose => {
    const text = texts.get(settings.markId);
    const { letter } = settings;
    return text !== undefined && typeof letter === 'number' ? { ...settings, letter: withoutLineEnds(text, letter) } : settings;
  };
  const recounted = (owner: Loose): Loose => ({ ...owner, settings: changed(owner.settings, counted) });
  return {
    ...old,
    version: 6,
    marks: each(old.marks, withIds),
    cameras: each(old.cameras, (camera) => ({
      ...camera,
      aim: changed(camera.aim, recounted),
      carriers: each(camera.carriers, recounted),
    })),
  };
};
