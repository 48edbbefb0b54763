import { changeMark } from '@/core/production/edits/mark-edits';
import { changeShell } from '@/core/production/edits/shell-edits';
import type { Mark } from '@/core/production/mark';
import { ownerAt } from '@/core/production/owners/owners';
import type { Production } from '@/core/production/production';
import type { Shell } from '@/core/production/shell';
import { useEdit, useProduction, useView } from '../workspace/workspace';

/**
 * Several marks that are selected are edited together: the bench shows the first, says where the others differ, and what is changed is
 * changed in all.
 */

const NOBODY: readonly string[] = [];

/** Marks that are selected with the one on the bench. */
export const useOthers = (markId: string): readonly string[] =>
  useView((s) => (s.selection?.kind === 'mark' && s.selection.id === markId ? s.also : NOBODY));

type Change<T> = (recipe: (thing: T) => void, gesture?: string | null) => void;

/** Changes the mark on the bench, and those selected with it. */
export function useChangeMarks(markId: string): Change<Mark> {
  const edit = useEdit();
  const others = useOthers(markId);
  return (recipe, gesture = null) =>
    edit((draft) => {
      for (const id of [markId, ...others]) changeMark(draft, id, recipe);
    }, gesture);
}

/** The shell of another mark that stands for one: of the same place in the list, or the last. */
const counterpart = ({ shells }: Mark, index: number): Shell | undefined => shells[Math.min(index, shells.length - 1)];

/** Changes a shell of the mark on the bench, and its counterparts in the marks selected with it. */
export function useChangeShells(mark: Mark, shell: Shell): Change<Shell> {
  const edit = useEdit();
  const others = useOthers(mark.id);
  const index = mark.shells.indexOf(shell);
  return (recipe, gesture = null) =>
    edit((draft) => {
      changeShell(draft, mark.id, shell.id, recipe);
      for (const id of others) {
        const own = draft.marks.find((each) => each.id === id);
        const other = own && counterpart(own, index);
        if (other) changeShell(draft, id, other.id, recipe);
      }
    }, gesture);
}

const othersOf = (marks: readonly Mark[], ids: readonly string[]): readonly Mark[] =>
  ids.length > 0 ? marks.filter(({ id }) => ids.includes(id)) : [];
const same = (a: unknown, b: unknown) => Object.is(a, b) || JSON.stringify(a) === JSON.stringify(b);

/** Whether a value of the mark on the bench is another one in any mark selected with it that has it. */
export function useDiffers<M extends Pick<Mark, 'id'> = Mark>(mark: M): (read: (mark: M) => unknown) => boolean {
  const ids = useOthers(mark.id);
  const marks = useProduction((p) => p.marks);
  const others = othersOf(marks, ids);
  return (read) =>
    others.some((other) => {
      const value = read(other as unknown as M);
      return value !== undefined && !same(value, read(mark));
    });
}

/** The same for a value of a shell. */
export function useShellDiffers(mark: Mark, shell: Shell): (read: (shell: Shell) => unknown) => boolean {
  const differs = useDiffers(mark);
  const index = mark.shells.indexOf(shell);
  return (read) => differs((each) => read(counterpart(each, index) as Shell));
}

/** Paths of the owners that stand for one in other marks: the same place in each, a shell by its place in the list. */
export function counterparts(production: Production, owner: string, others: readonly string[]): string[] {
  const [list, markId, ...rest] = owner.split('/');
  if (list !== 'marks' || others.length === 0) return [];
  const index = production.marks.find(({ id }) => id === markId)?.shells.findIndex(({ id }) => id === rest[1]) ?? -1;
  return othersOf(production.marks, others).flatMap((mark) => {
    const shell = rest[0] === 'shells' ? counterpart(mark, index) : undefined;
    const path = ['marks', mark.id, ...(shell ? ['shells', shell.id, ...rest.slice(2)] : rest)].join('/');
    return ownerAt(production, path) ? [path] : [];
  });
}
