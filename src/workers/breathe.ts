/** Lets messages in that have arrived meanwhile. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
