/**
 * A light, or something of the dome, by its path, or (with a slash at its end) all that lies on it: it is looked at alone, or all but it
 * is.
 */
export interface Soloed {
  path: string;
  isAlone: boolean;
}

const names = (soloed: string, path: string): boolean => (soloed.endsWith('/') ? path.startsWith(soloed) : soloed === path);

/** Whether something that shines is on in such a look. */
export const isLit = (path: string, soloed: Soloed | null): boolean => !soloed || names(soloed.path, path) === soloed.isAlone;
