'use client';

import { useState } from 'react';
import { difference } from '@/core/check/frame-reading';
import { checkLoop, type LoopCheck } from '@/core/check/loop';
import { jumpWords, offWords } from '@/core/check/loop-check';
import { closeTheLoop, type OpenEnd } from '@/core/production/edits/key-edits';
import { Button, Hint, Trouble } from '@/parts/controls';
import { useEdit, useView, useWorkspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

const WIDTH = 192;
const SAMPLES = 8;

/** Makes the production end as it began, and looks whether it does. */
export function LoopBench() {
  const { documents, picture } = useWorkspace();
  const edit = useEdit();
  const facts = useView((s) => s.facts);
  const [found, setFound] = useState<{ check: LoopCheck; picture: number | null } | 'busy' | null>(null);
  const [open, setOpen] = useState<OpenEnd[]>([]);
  const close = () => {
    let left: OpenEnd[] = [];
    edit((draft) => void (left = closeTheLoop(draft, draft.format.length)));
    setOpen(left);
    setFound(null);
  };
  const look = async () => {
    setFound('busy');
    const { production } = documents.store.getState();
    const { width, height, length } = production.format;
    const check = checkLoop(production, boundsIn(facts));
    const draw = (frame: number) =>
      picture?.frame({
        frame,
        width: WIDTH,
        height: Math.max(2, Math.round((WIDTH * height) / width)),
        samples: SAMPLES,
        alpha: false,
        traced: false,
        as: { kind: 'rgba' },
      });
    try {
      const [first, after] = [await draw(0), await draw(length)];
      setFound({ check, picture: first && after ? difference(first, after) : null });
    } catch {
      setFound({ check, picture: null });
    }
  };
  return (
    <>
      <div style={{ display: 'flex', gap: 4 }}>
        <Button onPress={close}>Close the loop</Button>
        <Button isDisabled={found === 'busy'} onPress={() => void look()}>
          {found === 'busy' ? 'Looking…' : 'Check the loop'}
        </Button>
      </div>
      {open.length > 0 ? (
        <Trouble>
          Left as they are, since they could only jump back:{' '}
          {open.map(({ label, from, to }) => `${label} (frames ${Math.round(from)}–${Math.round(to)})`).join('; ')}.
        </Trouble>
      ) : null}
      {found && found !== 'busy' ? (
        found.check.closes && !found.check.repeats ? (
          <Hint role="status">
            It closes: the frame after the last is the first.
            {found.picture === null ? '' : ` Their pictures differ by ${(found.picture * 100).toFixed(2)} %.`}
          </Hint>
        ) : (
          <Trouble>
            {found.check.repeats
              ? 'The last frame shows the first once more: played round, it is seen twice. Let the loop end one frame later.'
              : found.check.seam && !offWords(found.check)
                ? `It ends as it began, but jumps there: ${jumpWords(found.check.seam)}.`
                : `It does not close: after the last frame ${offWords(found.check)}.`}
          </Trouble>
        )
      ) : (
        <Hint>Every keyed channel ends as it began, at the frame after the last.</Hint>
      )}
    </>
  );
}
