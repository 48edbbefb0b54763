import { useEffect, useState } from 'react';

/** Whether something has been the same for so many milliseconds; at first it has. */
export function useSettled(thing: unknown, milliseconds: number): boolean {
  const [settled, setSettled] = useState(thing);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(thing), milliseconds);
    return () => clearTimeout(timer);
  }, [thing, milliseconds]);
  return settled === thing;
}
