let gestures = 0;

/** A name that no other gesture has: all that is done under it (a drag, an opening of a sheet) is one step of undo. */
export const newGesture = (of: string): string => `${of}-${++gestures}`;
