import { useState } from 'react';

/** A list that is the same one as long as the same things are in it: what is drawn from it need not be drawn anew. */
export function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list);
  const isSame = kept.length === list.length && list.every((each, i) => each === kept[i]);
  if (!isSame) setKept(list);
  return isSame ? kept : list;
}
