/** Id of the landmark within which lists and sheets open over the page. */
export const POPOVERS = 'popovers';
