/** Deleted productions stay in the bin for so long. */
export const BIN_DAYS = 30;
export const DAY_MS = 24 * 60 * 60 * 1000;

/** Of the versions that are kept by themselves so many stay of each production; those with a name all do. */
export const KEPT_VERSIONS = 60;
