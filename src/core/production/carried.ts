import type { Mark } from './mark';

type Carried = Pick<Mark, 'id' | 'settings'>;

/** Ids of the marks that carry one, the nearest first; where marks carry one another in a circle it ends before the first comes twice. */
export function bearersOf(marks: readonly Carried[], id: string): string[] {
  const way: string[] = [];
  const next = (of: string) => marks.find((mark) => mark.id === of)?.settings.carrierId ?? null;
  for (let at = next(id); at !== null && at !== id && !way.includes(at); at = next(at)) way.push(at);
  return way;
}

/** Whether marks carry one another in a circle: none of them would stand anywhere. */
export function isCircle(marks: readonly Carried[]): boolean {
  return marks.some(({ id, settings: { carrierId } }) => {
    if (carrierId === id) return true;
    const last = bearersOf(marks, id).at(-1);
    const after = last === undefined ? null : marks.find((mark) => mark.id === last)?.settings.carrierId;
    return marks.some((mark) => mark.id === after);
  });
}

/** Marks that can carry another one without a circle. */
export const bearersFor = <M extends Carried>(marks: readonly M[], ids: readonly string[]): M[] =>
  marks.filter(({ id }) => !ids.includes(id) && !bearersOf(marks, id).some((bearer) => ids.includes(bearer)));
