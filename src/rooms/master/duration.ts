/** A time that something takes, in words as coarse as it is long. */
export const duration = (seconds: number): string =>
  seconds < 90 ? `${Math.ceil(seconds)} s` : seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;
