import { useCallback } from 'react';
import { turnSpans, type TurnSpan } from '@/core/frame/cascades/turn-spans';
import type { MarkExtent } from '@/core/frame/frame-state';
import type { Mark } from '@/core/production/mark';
import type { Cascade } from '@/core/production/owners/cascade';
import { useProduction, useView } from '../workspace/workspace';

const NONE: readonly TurnSpan[] = [];
const kept = new WeakMap<Cascade, { mark: Mark; extent: MarkExtent; spans: readonly TurnSpan[] }>();

/** The turns of a cascade; the same as long as it, and what it is of, are. */
function spansOf(mark: Mark, cascade: Cascade, extent: MarkExtent): readonly TurnSpan[] {
  const known = kept.get(cascade);
  if (known?.mark === mark && known.extent === extent) return known.spans;
  const spans = turnSpans(mark, cascade, extent);
  kept.set(cascade, { mark, extent, spans });
  return spans;
}

/** When each thing that a cascade is of takes its turn, by the path of the cascade; nothing for other owners. */
export function useFans(): (path: string) => readonly TurnSpan[] {
  const marks = useProduction((p) => p.marks);
  const facts = useView((s) => s.facts);
  return useCallback(
    (path) => {
      const [list, markId, place, id] = path.split('/');
      if (list !== 'marks' || place !== 'cascades') return NONE;
      const mark = marks.find((each) => each.id === markId);
      const [cascade, extent] = [mark?.cascades.find((each) => each.id === id), facts[markId ?? '']?.bounds];
      return mark && cascade && extent ? spansOf(mark, cascade, extent) : NONE;
    },
    [marks, facts],
  );
}
