import { each, type Migration } from './loose';

/** What a lens is focused on was a mark's front or a distance. */
export const focusTargets: Migration = (old) => ({
  ...old,
  version: 4,
  cameras: each(old.cameras, ({ focusOn, ...camera }) =>
    typeof focusOn === 'string' ? { ...camera, focus: { on: 'front', markId: focusOn } } : camera,
  ),
});
