'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { removeKit, renameKit } from '@/core/production/edits/kit-edits';
import { MAX_KITS, type Kit } from '@/core/production/kits';
import { Button, Hint } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';
import type { useKits } from './use-kits';

export const Buttons = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 5px;
`;
const Name = styled.input`
  flex: 1;
  min-width: 0;
  height: 24px;
  padding: 0 7px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--well);
`;

interface KitOnShelf extends Pick<ReturnType<typeof useKits>, 'shelf' | 'put' | 'take'> {
  kit: Kit;
}

/** Puts a kit of the production on the shelf that all productions share, or takes it off. */
function ShelfButton({ kit, shelf, put, take }: KitOnShelf) {
  const edit = useEdit();
  if (shelf.some(({ id }) => id === kit.id))
    return (
      <Button $tone="quiet" onPress={() => void take(kit.id)}>
        Take off the shelf
      </Button>
    );
  return (
    <Button $tone="quiet" onPress={() => void put(kit).then((placed) => placed && edit((draft) => renameKit(draft, kit.id, placed.id)))}>
      Put on the shelf
    </Button>
  );
}

/** What can be done with a kit of the production: put on the shelf or taken off, and deleted here. */
export function KitButtons(props: KitOnShelf) {
  const edit = useEdit();
  return (
    <>
      <ShelfButton {...props} />
      <Button $tone="quiet" onPress={() => edit((draft) => removeKit(draft, props.kit.id))}>
        Delete the kit here
      </Button>
    </>
  );
}

/** A name, and a press that saves a kit by it; said where no more can be kept. */
export function NewKit({ onMake }: { onMake: (name: string) => void }) {
  const [name, setName] = useState('');
  const isFull = useProduction(({ kits }) => kits.length >= MAX_KITS);
  if (isFull) return <Hint>A production keeps at most {MAX_KITS} kits: delete one here to save another.</Hint>;
  const make = () => {
    onMake(name);
    setName('');
  };
  return (
    <Buttons>
      <Name
        aria-label="Name of a new kit"
        placeholder="Name of a new kit"
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && make()}
      />
      <Button onPress={make}>Save as kit</Button>
    </Buttons>
  );
}
