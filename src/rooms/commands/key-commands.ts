import { ownerAt } from '@/core/production/owners/owners';
import { copyKeys, pasteKeys, removeKeys, shiftKeys, type KeyRef } from '@/core/production/edits/key-edits';
import { sceneFrame } from '../looking/seen';
import { keepCopiedKeys } from '../workspace/copied';
import type { ViewState } from '../workspace/view-store';
import type { Workspace } from '../workspace/workspace';

/** What is selected in the timeline as keys: several, or the station or move that is picked. */
export function selectedKeys({ view }: Pick<Workspace, 'view'>): KeyRef[] {
  const { keys, pick } = view.getState();
  if (keys.length > 0) return [...keys];
  if (!pick) return [];
  return pick.kind === 'station'
    ? [{ owner: pick.owner, frame: pick.frame }]
    : [pick.from, pick.to].map((frame) => ({ owner: pick.owner, frame }));
}

export function copySelectedKeys(workspace: Workspace): void {
  const clip = copyKeys(workspace.documents.store.getState().production, selectedKeys(workspace));
  if (!clip) return;
  workspace.view.setState({ clip });
  // For other productions; here they are at hand in any case.
  keepCopiedKeys(clip, workspace.documents.store.getState().production.format.rate);
}

/** The lane that is picked, by its owner: that of a key, or of what is selected. */
function pickedLane({ pick, selection, carrierId }: Pick<ViewState, 'pick' | 'selection' | 'carrierId'>): string | undefined {
  if (pick) return pick.owner;
  switch (selection?.kind) {
    case 'camera':
      return `cameras/${selection.id}/carriers/${carrierId}`;
    case 'mark':
      return `marks/${selection.id}`;
    case 'owner':
      return selection.id;
    default:
      return undefined;
  }
}

/** Pastes at the playhead: onto the lane that is picked when the keys are of one lane, else to where they came from. */
export function pasteCopiedKeys({ documents, view }: Workspace, as: 'values' | 'shape'): void {
  const { clip, pick, playhead, selection, carrierId, timelineAs, curve } = view.getState();
  if (!clip) return;
  const { production } = documents.store.getState();
  const frame = sceneFrame(production, playhead);
  const own = clip.strips[0]?.owner;
  const lane = pickedLane({ pick, selection, carrierId });
  const target = lane !== undefined && ownerAt(production, lane) ? lane : own;
  // Keys of one channel go to the channel whose curve is shown.
  const only = timelineAs === 'curves' && clip.strips.length === 1 ? (curve ?? undefined) : undefined;
  let pasted: KeyRef[] = [];
  documents.edit((draft) => void (pasted = pasteKeys(draft, clip, frame, as, target, only)));
  if (pasted.length > 0) view.setState({ keys: pasted, pick: null });
  else view.setState({ trouble: 'These keys go to nothing here: press a lane of the timeline first, and paste again.' });
}

export function removeSelectedKeys({ documents, view }: Workspace): boolean {
  const { keys } = view.getState();
  if (keys.length === 0) return false;
  documents.edit((draft) => removeKeys(draft, keys));
  view.setState({ keys: [] });
  return true;
}

/** Moves all selected keys, and the selection with them; none goes before the first frame. */
export function shiftSelectedKeys({ documents, view }: Workspace, by: number, gesture: string): void {
  const { keys } = view.getState();
  const shift = Math.max(by, -Math.min(...keys.map(({ frame }) => frame)));
  if (keys.length === 0 || shift === 0) return;
  documents.edit((draft) => shiftKeys(draft, keys, shift), gesture);
  view.setState({ keys: keys.map((key) => ({ ...key, frame: key.frame + shift })) });
}
