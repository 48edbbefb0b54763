'use client';

import { useState } from 'react';
import { makeFinishKit, putFinish } from '@/core/production/edits/finish-kits';
import { kitsOfFinish, type Kit } from '@/core/production/kits';
import { Button, Hint, Pick, Trouble } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { Buttons, KitButtons, NewKit } from '../shape/kit-shelf';
import { useKits } from '../shape/use-kits';
import { useEdit, useProduction, useWorkspace } from '../workspace/workspace';

/** Finishes that were saved: one is put on the picture, or the picture's own is saved. */
export function FinishKits() {
  const { view } = useWorkspace();
  const edit = useEdit();
  const name = useProduction((p) => p.name);
  const kits = useProduction((p) => p.kits);
  const { shelf, trouble, put, take } = useKits();
  const [chosenId, setChosen] = useState<string | null>(null);
  const choices = new Map<string, Kit>(kitsOfFinish([...shelf, ...kits]).map((each) => [each.id, each]));
  const chosen = choices.get(chosenId ?? '') ?? [...choices.values()].at(-1);
  const own = kits.find(({ id }) => id === chosen?.id);
  const choose = (kit: Kit) => {
    edit((draft) => putFinish(draft, kit));
    view.setState({ selection: { kind: 'owner', id: 'finish/display' }, onlyEffect: null });
  };
  return (
    <Fold title="Kit of finish" note={choices.size > 0 ? String(choices.size) : ''}>
      {chosen ? (
        <>
          <Pick
            label="Kit"
            value={chosen.id}
            onChange={setChosen}
            options={[...choices.values()].map((each) => ({ id: each.id, label: each.name }))}
          />
          <Buttons>
            <Button onPress={() => choose(chosen)}>Put it on the picture</Button>
            {own ? <KitButtons kit={own} shelf={shelf} put={put} take={take} /> : null}
          </Buttons>
        </>
      ) : (
        <Hint>The display and all effects as they stand here are saved as a kit, for other productions.</Hint>
      )}
      <NewKit
        onMake={(given) => edit((draft) => setChosen(makeFinishKit(draft, given.trim() || `Finish of ${name}`.slice(0, 60))?.id ?? null))}
      />
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Fold>
  );
}
