import { useRef, useState } from 'react';

/** What is being typed into a field whose value stands elsewhere until it is taken. */
export interface Typed<T = number> {
  /** What the field shows. */
  text: string;
  /** Something is typed that is not taken yet. */
  isTyping: boolean;
  /** What is typed cannot be read. */
  isBad: boolean;
  type: (text: string) => void;
  /** Takes what is typed; what cannot be read stays, and is told. */
  commit: () => void;
  /** Lets go of what is typed: the value stays as it was. */
  drop: () => void;
  /** What is typed, read; null where nothing is, or it cannot be. */
  peek: () => T | null;
}

/**
 * Text that is typed over a value.
 * @param read the value that a text means, null for one that means none
 * @param take told the value of a text that differs from what is shown
 */
export function useTyped<T = number>(shown: string, read: (text: string) => T | null, take: (value: T) => void): Typed<T> {
  const [text, setText] = useState<string | null>(null);
  const [isBad, setBad] = useState(false);
  // A field is left in the same moment in which it is let go of: by then the state is still that of before.
  const latest = useRef<string | null>(null);
  const put = (next: string | null, bad = false) => {
    latest.current = next;
    setText(next);
    setBad(bad);
  };
  return {
    text: text ?? shown,
    isTyping: text !== null,
    isBad,
    type: (next) => put(next),
    commit: () => {
      const typed = latest.current;
      if (typed === null) return;
      // Typing back what is shown must not round the value that is held.
      if (typed.trim() === shown.trim()) return put(null);
      const value = read(typed);
      if (value === null) return put(typed, true);
      put(null);
      take(value);
    },
    drop: () => put(null),
    peek: () => (latest.current === null ? null : read(latest.current)),
  };
}
