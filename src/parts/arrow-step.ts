import type { KeyboardEvent } from 'react';

/** The step that an arrow key asks for, across and up: one, or ten with shift; null for other keys. */
export function arrowStep({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): readonly [across: number, up: number] | null {
  const by = shiftKey ? 10 : 1;
  switch (key) {
    case 'ArrowLeft':
      return [-by, 0];
    case 'ArrowRight':
      return [by, 0];
    case 'ArrowUp':
      return [0, by];
    case 'ArrowDown':
      return [0, -by];
    default:
      return null;
  }
}
