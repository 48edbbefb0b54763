/** A light, or something of the dome, by its path: it is looked at alone, or all but it is. */
export interface Soloed {
  path: string;
  isAlone: boolean;
}

/** Whether something that shines is on in such a look. */
export const isLit = (path: string, soloed: Soloed | null): boolean => !soloed || (soloed.path === path) === soloed.isAlone;
