import { mayChange, type Channel } from '../../motion/channel';
import { isBuiltApart, type Mark, type OutlinePath } from '../../production/mark';
import { isPartMoved, ownParts } from '../../production/own-parts';
import { depthsOf, isEverShown, type Shell } from '../../production/shell';
import { restOf } from '../../production/surface';

/** A text of something, made once as long as it cannot change any more. */
function keptText<T extends object>(make: (thing: T) => string): (thing: T) => string {
  const kept = new WeakMap<T, string>();
  return (thing) => {
    let text = kept.get(thing);
    if (text === undefined) {
      text = make(thing);
      if (Object.isFrozen(thing)) kept.set(thing, text);
    }
    return text;
  };
}

/** Equal for paths of a drawing that look alike at every instant; null for one that looks as its shell does. */
export function lookKey({ surface }: Pick<OutlinePath, 'surface'>, index: number): string | null {
  if (!surface) return null;
  return Object.values(surface.channels).some((channel) => mayChange(channel as Channel))
    ? `path ${index}`
    : JSON.stringify(restOf(surface));
}

/** Which looks are alike, by the first path that has each: what is built does not hang on the looks themselves. */
function looksOf(paths: readonly OutlinePath[]): number[] {
  const first = new Map<string | null, number>([[null, -1]]);
  return paths.map((path, i) => {
    const key = lookKey(path, i);
    const at = first.get(key) ?? i;
    first.set(key, at);
    return at;
  });
}

/** What the outlines of a body depend on. */
const bodyText = keptText((body: Mark['body']) => {
  if (body.kind === 'outline') {
    const drawn = body.paths.map((path) => [path.d, path.evenOdd, isPartMoved(path)]);
    return JSON.stringify([body.size, drawn, looksOf(body.paths)]);
  }
  if (body.kind === 'panel') return JSON.stringify([body.picture.width / body.picture.height, body.size, body.corner]);
  if (body.kind === 'line') {
    const { channels, settings: _settings, ...line } = body;
    return JSON.stringify([line, channels.width.rest]);
  }
  if (body.kind === 'model') return JSON.stringify([body.model.hash, body.size]);
  if (body.kind !== 'words') return JSON.stringify(body);
  const { before: _before, runs, ...words } = body;
  const outlined = runs.map((run) => {
    const { id: _id, channels: _channels, surface, ...rest } = run;
    return [rest, surface !== undefined, isPartMoved(run)];
  });
  return JSON.stringify([words, outlined]);
});

/** What the outlines of a mark depend on. */
export const layoutKey = ({ body, mirror }: Pick<Mark, 'body' | 'mirror'>): string => `${bodyText(body)}|${mirror}`;

/** What the solids of a shell depend on. */
export const shellKey = keptText((shell: Shell) => {
  const { offset, join, front, back, rim, wall } = shell;
  return JSON.stringify({ offset, join, ...depthsOf(shell), front, back, rim, wall });
});

/** Where parts stand at rest: the extent of a mark depends on it, but none of its solids. */
const restPlaces = keptText((body: Mark['body']) =>
  JSON.stringify(ownParts(body).list.map(({ channels }) => Object.values(channels).map(({ rest }) => rest))),
);

/** What the pieces of a mark depend on beside its solids; nothing where it is not cut. */
export const shatterKey = ({ fall: { settings } }: Pick<Mark, 'fall'>): string =>
  settings.of === 'pieces' ? JSON.stringify([settings.pieces, settings.cut, settings.cutSeed]) : '';

const kept = new WeakMap<Mark, string>();

/** What the solids of a mark depend on, as text: equal texts give equal solids. */
export function solidsKey(mark: Mark): string {
  let key = kept.get(mark);
  if (key === undefined) {
    const shells = mark.shells.map((shell) => `${isEverShown(shell)}${shellKey(shell)}`);
    const builds = isBuiltApart(mark) ? 'both' : 'one';
    const skin = mark.skin.on ? JSON.stringify(mark.skin) : '';
    key = [layoutKey(mark), builds, shatterKey(mark), restPlaces(mark.body), skin, ...shells].join('\n');
    if (Object.isFrozen(mark)) kept.set(mark, key);
  }
  return key;
}
