/**
 * A decoded picture whose numbers are linear light, not colours of a display: half floats, red, green, blue and cover, from the lowest row
 * up.
 */
export class LightPicture {
  constructor(
    readonly width: number,
    readonly height: number,
    readonly data: Uint16Array,
  ) {}

  close(): void {
    // Nothing but memory is held.
  }
}

/** A decoded picture of either kind. */
export type DecodedPicture = ImageBitmap | LightPicture;
