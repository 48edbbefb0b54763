/** Columns and rows of the dome unrolled, for whoever works on it. */
export const SIGHT_COLUMNS = 192;
export const SIGHT_ROWS = 96;
