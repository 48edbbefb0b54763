'use client';

import { Lightbulb, Trash2 } from 'lucide-react';
import { changeSurroundings, removeElement } from '@/core/production/edits/dome-edits';
import { DOME_ELEMENTS } from '@/core/production/owners/dome-elements/elements';
import { Button, IconButton } from '@/parts/controls';
import { useEdit, useProduction, useWorkspace } from '../../workspace/workspace';
import { ChannelField } from '../channel-field';
import { NameField } from '../name-field';
import { useSolo } from './use-solo';

/** One light of the dome. */
export function ElementBench({ path }: { path: string }) {
  const [, domeId = '', , id = ''] = path.split('/');
  const { view } = useWorkspace();
  const edit = useEdit();
  const element = useProduction((p) => p.domes.find((dome) => dome.id === domeId)?.elements.find((each) => each.id === id));
  const solo = useSolo(path);
  if (!element) return null;
  return (
    <>
      <NameField
        label="Name of the light of the dome"
        value={element.name}
        placeholder={DOME_ELEMENTS.find(({ kind }) => kind === element.kind)?.label ?? ''}
        onChange={(name) =>
          edit((draft) =>
            changeSurroundings(draft, domeId, ({ elements }) => {
              const found = elements.find((each) => each.id === id);
              if (found) found.name = name;
            }),
          )
        }
      />
      <div style={{ display: 'flex', gap: 4, margin: '4px 0 6px' }}>
        <Button $tone={solo.isOn(true) ? 'primary' : 'quiet'} onPress={() => solo.toggle(true)}>
          <Lightbulb size={13} /> alone
        </Button>
        <Button $tone="quiet" onPress={() => view.setState({ selection: { kind: 'owner', id: `domes/${domeId}` } })}>
          its surroundings
        </Button>
        <IconButton
          label="Remove this light of the dome"
          $tone="quiet"
          onPress={() => {
            edit((draft) => removeElement(draft, domeId, id));
            view.setState({ selection: { kind: 'owner', id: `domes/${domeId}` }, soloed: null });
          }}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {Object.keys(element.channels).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
    </>
  );
}
