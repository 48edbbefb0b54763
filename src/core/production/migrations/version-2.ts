import { each, type Loose, type Migration } from './loose';

/** A shell stood about the middle by its depth, and a bevel was as high as it was wide. */
export const shellsBetweenDepths: Migration = (old) => {
  const bevel = ({ kind, size, ...rest }: Loose): Loose => ({ ...rest, profile: kind, size, height: size });
  const shell = ({ depth = 0.28, front = {}, back = {}, ...rest }: Loose): Loose => ({
    ...rest,
    from: -(depth as number) / 2,
    to: (depth as number) / 2,
    front: bevel(front as Loose),
    back: bevel(back as Loose),
  });
  return { ...old, version: 2, marks: each(old.marks, (mark) => ({ ...mark, shells: each(mark.shells, shell) })) };
};
