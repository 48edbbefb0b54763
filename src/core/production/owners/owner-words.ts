import type { OwnerKind } from '../../schema/owner-kind';
import type { Production } from '../production';

interface Words {
  label: string;
  holder: string;
}

type Named = { name?: string; from?: number; to?: number };

/** Words for the owners within a mark: the mark is what they are found by, so it comes first. */
function withinMark(kind: OwnerKind, names: readonly string[], way: readonly Named[], text: string): Words {
  const label = way[1]?.name ?? '';
  if (names[2] === 'body') {
    const part = way[4];
    const called =
      part?.from === undefined
        ? part?.name || `part ${(way[3] as Named[] | undefined)?.indexOf(part ?? {}) ?? 0}`
        : text.slice(part.from, part.to);
    const on = names.length > 6 ? `${kind.label.toLowerCase()} on` : 'surface of';
    return { label, holder: names.length === 5 ? `“${called}”` : `${on} “${called}”` };
  }
  if (names[2] === 'shells') {
    const shell = way[3]?.name ?? '';
    if (names.length > 6) return { label, holder: `${shell}, ${names[5]}, ${way[7]?.name || kind.label.toLowerCase()}` };
    return { label, holder: kind.kind === 'surface' ? `${shell}, ${names[5]}` : `${shell}, depth` };
  }
  if (names[2] === 'cascades' || names[2] === 'carriers' || names[2] === 'regions')
    return { label, holder: way[3]?.name || kind.label.toLowerCase() };
  return { label, holder: names[2] === undefined ? 'place' : kind.label.toLowerCase() };
}

/**
 * What an owner is called and what it belongs to.
 * @param way what is passed on the way to it: one thing for each name
 */
export function wordsOf({ shots, marks }: Production, kind: OwnerKind, names: readonly string[], way: readonly object[]): Words {
  const passed = way as readonly Named[];
  const [top, id] = names;
  switch (top) {
    case 'cameras':
      return { label: passed[3]?.name || kind.label, holder: passed[1]?.name ?? '' };
    case 'marks': {
      const body = marks.find((mark) => mark.id === id)?.body;
      return withinMark(kind, names, passed, body?.kind === 'words' ? body.text : '');
    }
    case 'time':
      return { label: kind.label, holder: 'all' };
    case 'shots':
      return { label: kind.label, holder: passed[1]?.name || `shot ${shots.findIndex((shot) => shot.id === id) + 1}` };
    case 'domes':
      return names.length > 2
        ? { label: passed[3]?.name || kind.label, holder: passed[1]?.name || 'dome' }
        : { label: passed[1]?.name || kind.label, holder: 'dome' };
    default:
      return { label: passed[1]?.name || kind.label, holder: 'set' };
  }
}
