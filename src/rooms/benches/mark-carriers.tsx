'use client';

import { Plus } from 'lucide-react';
import { addMarkCarrier, removeMarkCarrier } from '@/core/production/edits/mark-carrier-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { MARK_CARRIERS, MAX_MARK_CARRIERS } from '@/core/rig/mark-carriers';
import { CARRIER_KINDS } from '@/core/rig/rig';
import { Button, Heading, Hint } from '@/parts/controls';
import { MenuButton } from '@/parts/menu-button';
import { RemovableList } from '@/parts/removable-list';
import { useEdit, useProduction, useWorkspace } from '../workspace/workspace';
import { CarrierSettings } from './carrier-settings';
import { ChannelField } from './channel-field';
import { NameField } from './name-field';

const KINDS = [MARK_CARRIERS.map(({ kind, label }) => ({ id: kind, label }))];

/** What carries a mark about the place where it stands. */
export function MarkCarriers({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const select = (id: string) =>
    view.setState({ selection: { kind: 'owner', id: `marks/${mark.id}/carriers/${id}` }, pick: null, keys: [] });
  return (
    <>
      <Heading>Carriers</Heading>
      {mark.carriers.length === 0 ? <Hint>An orbit, a slide, a rail or a shake about its place, each with keys of its own.</Hint> : null}
      <RemovableList
        items={mark.carriers.map(({ id, kind, name }) => ({ id, label: name || CARRIER_KINDS[kind].label }))}
        onOpen={select}
        onRemove={(id) => edit((draft) => changeMark(draft, mark.id, (found) => removeMarkCarrier(found, id)))}
      />
      <MenuButton
        label="Carrier"
        groups={KINDS}
        isDisabled={mark.carriers.length >= MAX_MARK_CARRIERS}
        onChoose={(kind) =>
          edit((draft) =>
            changeMark(draft, mark.id, (found) => {
              const id = addMarkCarrier(found, kind);
              if (id) select(id);
            }),
          )
        }
      >
        <Plus size={13} /> Carrier
      </MenuButton>
    </>
  );
}

/** One carrier of a mark. */
export function MarkCarrierBench({ path }: { path: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const [, markId = '', , id = ''] = path.split('/');
  const mark = useProduction((p) => p.marks.find((each) => each.id === markId));
  const carrier = mark?.carriers.find((each) => each.id === id);
  if (!mark || !carrier) return null;
  const { label, channels } = CARRIER_KINDS[carrier.kind];
  const change = (recipe: (found: Mark['carriers'][number]) => void, gesture: string | null = null) =>
    edit(
      (draft) =>
        changeMark(draft, markId, (found) => {
          const own = found.carriers.find((each) => each.id === id);
          if (own) recipe(own);
        }),
      gesture,
    );
  return (
    <>
      <NameField
        label="Name of the carrier"
        value={carrier.name}
        placeholder={label}
        onChange={(name) => change((own) => void (own.name = name))}
      />
      <Button $tone="quiet" onPress={() => view.setState({ selection: { kind: 'mark', id: markId }, pick: null })}>
        {mark.name}
      </Button>
      {Object.keys(channels.shape).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
      <CarrierSettings carrier={carrier} change={(recipe, gesture) => change((own) => recipe(own), gesture ?? null)} />
    </>
  );
}
