/** Height of a lane, pixels. */
export const LANE_HEIGHT = 36;
