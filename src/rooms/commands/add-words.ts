import { cameraState } from '@/core/frame/camera-state';
import { letterBox } from '@/core/frame/letter-box';
import { markPose } from '@/core/frame/mark-pose';
import { safeFit } from '@/core/frame/safe-fit';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import type { Words } from '@/core/production/words';
import { newGesture } from '@/parts/gesture';
import { sceneFrame, seenCamera } from '../looking/seen';
import type { Workspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

const FIRST = 'WORDS';

/** Adds words with the caret in them and all of them selected: what is typed next takes their place. */
export function addWords(workspace: Workspace): void {
  const { documents, view } = workspace;
  const gesture = newGesture('add-words');
  let id = '';
  documents.edit((draft) => void (id = addWordmark(draft, FIRST)), gesture);
  view.setState({ selection: { kind: 'mark', id }, also: [], pick: null, askCaret: { markId: id, from: 0, to: FIRST.length } });
  void fitIntoSafeArea(workspace, id, gesture);
}

/** New words stand within the title-safe area of the camera at the playhead, in the same step of undo. */
async function fitIntoSafeArea({ documents, view, picture }: Workspace, id: string, gesture: string): Promise<void> {
  const wordsOf = () => documents.store.getState().production.marks.find((mark) => mark.id === id);
  const mark = wordsOf();
  if (mark?.body.kind !== 'words') return;
  const words: Words = mark.body;
  const letters = await picture?.letters(words).catch(() => null);
  // Whoever types on meanwhile has made them his own.
  if (!letters || wordsOf() !== mark) return;
  const { production } = documents.store.getState();
  const { facts, playhead } = view.getState();
  const fitAt = (delivered: number) => {
    const frame = sceneFrame(production, delivered);
    const seen = seenCamera(production, { through: view.getState().through, playhead: delivered });
    const box = letterBox(letters, mark);
    const camera = cameraState(production, seen, frame, boundsIn(facts));
    return (
      box &&
      safeFit(
        box,
        markPose(production, mark, frame, (each) => (each === id ? box : facts[each]?.bounds)),
        camera,
      )
    );
  };
  // A close shot does not show the whole: then the last frame counts, in which all of a title is seen as a rule.
  const [fit] = [playhead, production.format.length - 1]
    .map(fitAt)
    .filter((each) => each !== null)
    .sort((a, b) => b.size - a.size);
  if (!fit || (fit.size === 1 && fit.x === 0 && fit.y === 0)) return;
  documents.edit(
    (draft) =>
      changeMark(draft, id, ({ body, channels }) => {
        if (body.kind === 'words') body.size = Math.max(0.01, Math.round(body.size * fit.size * 1000) / 1000);
        channels.x.rest += Math.round(fit.x * 1000) / 1000;
        channels.y.rest += Math.round(fit.y * 1000) / 1000;
      }),
    gesture,
  );
}
