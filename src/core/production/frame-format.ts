/** The longest a production can be, frames. */
export const MAX_FRAMES = 36_000;

/** The longest side of a raster, pixels. */
export const MAX_RASTER = 8192;
