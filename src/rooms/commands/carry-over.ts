import { carriedSchema, putIn, takeOut } from '@/core/production/carry-over';
import { copied, keepCopied } from '../workspace/copied';
import type { Selection } from '../workspace/view-store';
import type { Workspace } from '../workspace/workspace';

const pathOf = (selection: Selection | null): string | null => {
  switch (selection?.kind) {
    case 'mark':
      return `marks/${selection.id}`;
    case 'camera':
      return `cameras/${selection.id}`;
    case 'owner':
      return selection.id;
    default:
      return null;
  }
};

/** Copies the mark, cascade, light or camera that is selected; it can be put into any production. */
export function copySelected({ id, documents, view }: Workspace): void {
  const path = pathOf(view.getState().selection);
  const carried = path === null ? null : takeOut(documents.store.getState().production, id, path);
  if (!carried) return;
  if (keepCopied(carried)) view.setState({ clip: null });
  else view.setState({ trouble: 'It could not be copied: the browser keeps no more for this page.' });
}

/** Puts in what was copied last; a cascade onto the mark that is selected. */
export function pasteCopied({ id, documents, view }: Workspace): void {
  const thing = copied();
  if (thing === null) return;
  const read = carriedSchema.safeParse(thing);
  if (!read.success) return view.setState({ trouble: 'What was copied cannot be used here.' });
  const carried = read.data;
  const [list, markId] = (pathOf(view.getState().selection) ?? '').split('/');
  let path: string | null = null;
  documents.edit((draft) => void (path = putIn(draft, id, carried, list === 'marks' ? (markId ?? null) : null)));
  if (path === null) {
    const said = carried.kind === 'cascade' ? 'Select the mark that the cascade is to be put on.' : 'There is no room for it here.';
    return view.setState({ trouble: said });
  }
  const [, newId = ''] = (path as string).split('/');
  const selection: Selection =
    carried.kind === 'mark' || carried.kind === 'camera' ? { kind: carried.kind, id: newId } : { kind: 'owner', id: path };
  view.setState({ selection, pick: null, keys: [] });
}
