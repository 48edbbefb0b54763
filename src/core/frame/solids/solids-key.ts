import { isKeyed } from '../../motion/channel';
import type { Mark } from '../../production/mark';
import { depthsOf, isEverShown, type Shell } from '../../production/shell';
import type { Run } from '../../production/words';

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

/** Whether a run of letters is moved from where it is set, or may be. */
export const isRunMoved = ({ channels }: Run): boolean => Object.values(channels).some((channel) => channel.rest !== 0 || isKeyed(channel));

/** What the outlines of a body depend on. */
const bodyText = keptText((body: Mark['body']) => {
  if (body.kind !== 'words') return JSON.stringify(body);
  const { before: _before, runs, ...words } = body;
  const outlined = runs.map((run) => {
    const { id: _id, channels: _channels, surface, ...rest } = run;
    return [rest, surface !== undefined, isRunMoved(run)];
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

/** Where runs stand at rest: the extent of a mark depends on it, but none of its solids. */
const restPlaces = keptText((body: Mark['body']) =>
  body.kind === 'words' ? JSON.stringify(body.runs.map(({ channels }) => Object.values(channels).map(({ rest }) => rest))) : '',
);

const kept = new WeakMap<Mark, string>();

/** What the solids of a mark depend on, as text: equal texts give equal solids. */
export function solidsKey(mark: Mark): string {
  let key = kept.get(mark);
  if (key === undefined) {
    const shells = mark.shells.map((shell) => `${isEverShown(shell)}${shellKey(shell)}`);
    key = [layoutKey(mark), restPlaces(mark.body), mark.skin.on ? JSON.stringify(mark.skin) : '', ...shells].join('\n');
    if (Object.isFrozen(mark)) kept.set(mark, key);
  }
  return key;
}
