'use client';

import { Tick } from '@/parts/controls';

interface Listed {
  markId: string | null;
}

/** Ticks for marks that are on a list, or are not. */
export function MarkTicks({
  marks,
  listed,
  onChange,
}: {
  marks: readonly { id: string; name: string }[];
  listed: readonly Listed[];
  /** Told the whole list, without what is gone. */
  onChange: (listed: Listed[]) => void;
}) {
  return marks.map(({ id, name }) => (
    <div key={id}>
      <Tick
        isSelected={listed.some(({ markId }) => markId === id)}
        onChange={(on) => {
          const others = listed.filter(({ markId }) => markId !== null && markId !== id);
          onChange(on ? [...others, { markId: id }] : others);
        }}
      >
        {name}
      </Tick>
    </div>
  ));
}
