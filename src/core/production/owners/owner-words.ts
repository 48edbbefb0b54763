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
  const letters = (run: Named | undefined) => `“${text.slice(run?.from, run?.to)}”`;
  if (names[2] === 'body') return { label, holder: names.length === 5 ? letters(way[4]) : `surface of ${letters(way[4])}` };
  if (names[2] === 'shells') {
    const shell = way[3]?.name ?? '';
    return { label, holder: kind.kind === 'surface' ? `${shell}, ${names[5]}` : `${shell}, depth` };
  }
  return { label, holder: 'place' };
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
      return { label: kind.label, holder: passed[1]?.name ?? '' };
    case 'marks': {
      const body = marks.find((mark) => mark.id === id)?.body;
      return withinMark(kind, names, passed, body?.kind === 'words' ? body.text : '');
    }
    case 'time':
      return { label: kind.label, holder: 'all' };
    case 'shots':
      return { label: kind.label, holder: passed[1]?.name || `shot ${shots.findIndex((shot) => shot.id === id) + 1}` };
    default:
      return { label: passed[1]?.name || kind.label, holder: 'set' };
  }
}
