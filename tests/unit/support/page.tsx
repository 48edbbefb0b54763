import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';

/** Size of everything in a page that has no layout. */
export const WIDE = 600;
export const HIGH = 300;

/** What the page of a test lacks beside a browser's: layout, its observers, pictures, and pointers that are held. */
class StillObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
globalThis.ResizeObserver = StillObserver as unknown as typeof ResizeObserver;
Object.assign(Element.prototype, {
  setPointerCapture() {},
  releasePointerCapture() {},
  hasPointerCapture: () => false,
  getBoundingClientRect: () => new DOMRect(0, 0, WIDE, HIGH),
});
Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, get: () => WIDE });
Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, get: () => HIGH });
// Canvases have nothing to draw with: what is drawn on them is left out.
HTMLCanvasElement.prototype.getContext = () => null;
globalThis.CSS ??= { escape: (text: string) => text, supports: () => false } as unknown as typeof CSS;
globalThis.DOMRect ??= class {
  readonly left: number;
  readonly top: number;
  constructor(
    readonly x = 0,
    readonly y = 0,
    readonly width = 0,
    readonly height = 0,
  ) {
    [this.left, this.top] = [x, y];
  }
} as unknown as typeof DOMRect;

/** Shows an element, with a hand and a keyboard for it. */
export function show(element: ReactElement) {
  const user = userEvent.setup();
  return { user, ...render(element) };
}

type At = { x: number; y: number };

/** Presses on an element, moves the pointer through some places and lets go. */
export async function drag(user: ReturnType<typeof userEvent.setup>, target: Element, from: At, ...through: At[]): Promise<void> {
  const at = ({ x, y }: At) => ({ clientX: x, clientY: y, x, y });
  await user.pointer([
    { target, keys: '[MouseLeft>]', coords: at(from) },
    ...through.map((place) => ({ target, coords: at(place) })),
    { target, keys: '[/MouseLeft]', coords: at(through.at(-1) ?? from) },
  ]);
}

/** Types something in the place of what a field says, and enters it. */
export async function retype(user: ReturnType<typeof userEvent.setup>, field: Element, text: string): Promise<void> {
  await user.clear(field);
  await user.type(field, `${text}{Enter}`);
}
