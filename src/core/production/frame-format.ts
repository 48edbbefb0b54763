/** The longest a production can be, frames. */
export const MAX_FRAMES = 36_000;
