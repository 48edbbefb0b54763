import { useEffect, useRef, type RefObject } from 'react';

/** The value of the last render, for listeners that must not be taken off and put on again with every change. */
export function useLatest<T>(value: T): RefObject<T> {
  const ref = useRef(value);
  useEffect(() => {
    ref.current = value;
  });
  return ref;
}
