import type { WebGLRenderer, WebGLRenderTarget } from 'three';

/** Lets only so much of a picture from its left be drawn into, on a target or (null) on the canvas; 1 is all of it. */
export function clip(
  renderer: WebGLRenderer,
  to: WebGLRenderTarget | null,
  [width, height]: readonly [width: number, height: number],
  share: number,
): void {
  const across = Math.round(share * width);
  if (to) {
    to.scissorTest = share < 1;
    to.scissor.set(0, 0, across, height);
  } else {
    renderer.setScissorTest(share < 1);
    renderer.setScissor(0, 0, across, height);
  }
}
