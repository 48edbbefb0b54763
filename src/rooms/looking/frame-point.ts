interface Pointer {
  clientX: number;
  clientY: number;
}

/** Where in the picture that an element shows a pointer is: -1 (left) to 1 (right), -1 (bottom) to 1 (top). */
export function framePoint({ clientX, clientY }: Pointer, shown: Element): [x: number, y: number] {
  const box = shown.getBoundingClientRect();
  return [((clientX - box.left) / box.width) * 2 - 1, 1 - ((clientY - box.top) / box.height) * 2];
}
