import { useState } from 'react';
import equal from 'fast-deep-equal/es6';

/** A list that is the same one as long as the same things are in it: what is drawn from it need not be drawn anew. */
export function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list);
  const isSame = kept.length === list.length && list.every((each, i) => each === kept[i]);
  if (!isSame) setKept(list);
  return isSame ? kept : list;
}

/** What is said anew at each drawing, the same object as long as it says the same. */
export function useEqual<T>(value: T): T {
  const [kept, setKept] = useState(value);
  const isSame = kept === value || equal(kept, value);
  if (!isSame) setKept(value);
  return isSame ? kept : value;
}
