/** Between two looks at whether the graphics card is done, milliseconds. */
const FENCE_POLL_MS = 3;

/**
 * Resolves once the graphics card has drawn all it was asked for. Commands are only queued when they are given: without waiting, a slow
 * card falls seconds behind, and what is seen is long past.
 */
export async function cardIdle(gl: WebGL2RenderingContext): Promise<void> {
  const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
  if (!fence) return;
  gl.flush();
  while (gl.clientWaitSync(fence, 0, 0) === gl.TIMEOUT_EXPIRED) await new Promise((resolve) => setTimeout(resolve, FENCE_POLL_MS));
  gl.deleteSync(fence);
}
