'use client';

import { RotateCcw } from 'lucide-react';
import { styled } from 'styled-components';
import { changeKit, followAgain, leaveKit, makeKit, pasteLook, putKit, takeNewerKit } from '@/core/production/edits/kit-edits';
import { kitPartsOf, kitsOfMarks, ownValues, type Kit } from '@/core/production/kits';
import type { Mark } from '@/core/production/mark';
import { Button, Hint, IconButton, Notice, Pick, Trouble } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { Buttons, KitButtons, NewKit } from './kit-shelf';
import { kitValueName } from './kit-words';
import { useKits } from './use-kits';

const Own = styled.ul`
  list-style: none;
  margin: 4px 0;
  padding: 0;
  max-height: 132px;
  overflow-y: auto;
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    min-height: 22px;
    font-size: 12px;
    color: var(--brass);
  }
  button {
    width: 22px;
    height: 20px;
  }
`;
const NONE = 'none';

/** The kit that a mark follows, where it goes its own way, and the shelf of kits. */
export function KitBench({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const kits = useProduction((p) => p.kits);
  const look = useView((s) => s.look);
  const { documents } = useWorkspace();
  const { shelf, trouble, put, take, change } = useKits();
  const kit = kits.find(({ id }) => id === mark.kit);
  const onShelf = shelf.find(({ id }) => id === kit?.id);
  /** Changes the kit; where it is on the shelf, other productions that follow it are offered the change. */
  const changeTo = (kitId: string) => {
    edit((draft) => changeKit(draft, kitId, mark.id));
    const changed = documents.store.getState().production.kits.find(({ id }) => id === kitId);
    if (changed && onShelf) void change(changed);
  };
  const own = ownValues(mark, kits);
  const choices = new Map<string, Kit>(kitsOfMarks([...kits, ...shelf]).map((each) => [each.id, each]));
  const choose = (id: string) => {
    const chosen = choices.get(id);
    edit((draft) => (chosen ? putKit(draft, mark.id, chosen) : leaveKit(draft, mark.id)));
  };
  return (
    <Fold title="Kit" note={kit ? `${kit.name}${own.length > 0 ? `, ${own.length} own` : ''}` : ''}>
      <Pick
        label="Follows"
        value={mark.kit ?? NONE}
        onChange={choose}
        options={[{ id: NONE, label: 'no kit' }, ...[...choices.values()].map((each) => ({ id: each.id, label: each.name }))]}
      />
      {kit && onShelf && onShelf.revision > kit.revision ? (
        <Notice role="status" $hue="var(--brass)">
          “{onShelf.name}” was changed in another production.
          <Button onPress={() => edit((draft) => takeNewerKit(draft, onShelf))}>Take the newer look</Button>
        </Notice>
      ) : null}
      {kit && own.length > 0 ? (
        <>
          <Hint>Here it goes its own way:</Hint>
          <Own aria-label="Values of its own">
            {own.map((path) => (
              <li key={path}>
                <span>{kitValueName(mark, kit, path)}</span>
                <IconButton
                  label={`Follow again: ${kitValueName(mark, kit, path)}`}
                  $tone="quiet"
                  onPress={() => edit((draft) => followAgain(draft, mark.id, path))}
                >
                  <RotateCcw size={12} />
                </IconButton>
              </li>
            ))}
          </Own>
          <Buttons>
            <Button onPress={() => edit((draft) => followAgain(draft, mark.id, null))}>Follow again in all</Button>
            <Button onPress={() => changeTo(kit.id)}>Change the kit to this</Button>
          </Buttons>
        </>
      ) : null}
      <NewKit onMake={(name) => edit((draft) => makeKit(draft, mark.id, name || mark.name))} />
      {kit ? (
        <Buttons>
          <KitButtons kit={kit} shelf={shelf} put={put} take={take} />
        </Buttons>
      ) : null}
      <Buttons>
        <Button $tone="quiet" onPress={() => view.setState({ look: kitPartsOf(mark) })}>
          Copy the look
        </Button>
        <Button $tone="quiet" isDisabled={!look} onPress={() => look && edit((draft) => pasteLook(draft, mark.id, look))}>
          Paste the look
        </Button>
      </Buttons>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Fold>
  );
}
