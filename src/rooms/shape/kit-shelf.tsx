'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { renameKit } from '@/core/production/edits/kit-edits';
import type { Kit } from '@/core/production/kits';
import { Button } from '@/parts/controls';
import { useEdit } from '../workspace/workspace';
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

/** Puts a kit of the production on the shelf that all productions share, or takes it off. */
export function ShelfButton({ kit, shelf, put, take }: { kit: Kit } & Pick<ReturnType<typeof useKits>, 'shelf' | 'put' | 'take'>) {
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

/** A name, and a press that saves a kit by it. */
export function NewKit({ onMake }: { onMake: (name: string) => void }) {
  const [name, setName] = useState('');
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
