'use client';

import { Plus } from 'lucide-react';
import { addRegion, removeRegion } from '@/core/production/edits/region-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { REGIONS_OF_SPACE, type SpaceRegion } from '@/core/production/owners/regions/regions';
import { Button, Hint } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { MenuButton } from '@/parts/menu-button';
import { RemovableList } from '@/parts/removable-list';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { NameField } from './name-field';
import { PointsFold } from './points-fold';
import { SettingChoice } from './setting-choice';
import { ShellChoice } from './shell-choice';

const KINDS = [REGIONS_OF_SPACE.map(({ kind, label }) => ({ id: kind, label }))];
const kindOf = (kind: SpaceRegion['kind']) => REGIONS_OF_SPACE.find((each) => each.kind === kind) as (typeof REGIONS_OF_SPACE)[number];
export const regionName = ({ name, kind }: { name: string; kind: SpaceRegion['kind'] }): string => name || kindOf(kind).label;

/** Parts of space that show or hide a mark, or let its parts take their turn. */
export function RegionsBench({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const bounds = useView((s) => s.facts[mark.id]?.bounds);
  const select = (id: string) =>
    view.setState({ selection: { kind: 'owner', id: `marks/${mark.id}/regions/${id}` }, pick: null, keys: [] });
  return (
    <Fold title="Regions" note={mark.regions.length > 0 ? String(mark.regions.length) : ''} open={mark.regions.length > 0} lazy>
      {mark.regions.length === 0 ? (
        <Hint>Parts of space with soft borders: they wipe the mark on or off, or let its letters come as they are reached.</Hint>
      ) : null}
      <RemovableList
        items={mark.regions.map((region) => ({ id: region.id, label: regionName(region) }))}
        onOpen={select}
        onRemove={(id) => edit((draft) => changeMark(draft, mark.id, (found) => removeRegion(found, id)))}
      />
      <MenuButton
        label="Region"
        groups={KINDS}
        onChoose={(kind) =>
          edit((draft) =>
            changeMark(draft, mark.id, (found) => {
              const id = addRegion(found, kind, bounds);
              if (id) select(id);
            }),
          )
        }
      >
        <Plus size={13} /> Region
      </MenuButton>
    </Fold>
  );
}

/** One region of a mark: where it is, and what it does. */
export function RegionBench({ path }: { path: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const [, markId = '', , id = ''] = path.split('/');
  const mark = useProduction((p) => p.marks.find((each) => each.id === markId));
  const region = mark?.regions.find((each) => each.id === id);
  if (!mark || !region) return null;
  const change = (recipe: (found: SpaceRegion) => void) =>
    edit((draft) =>
      changeMark(draft, markId, (found) => {
        const own = found.regions.find((each) => each.id === id);
        if (own) recipe(own);
      }),
    );
  return (
    <>
      <NameField
        label="Name of the region"
        value={region.name}
        placeholder={kindOf(region.kind).label}
        onChange={(name) => change((own) => void (own.name = name))}
      />
      <Button $tone="quiet" onPress={() => view.setState({ selection: { kind: 'mark', id: markId }, pick: null })}>
        {mark.name}
      </Button>
      <SettingChoice
        owner={path}
        name="acts"
        row="Within it"
        label="What it does to the mark"
        words={{ keep: 'is seen', cut: 'is hidden', add: 'is put back', none: 'nothing' }}
      />
      <SettingChoice
        owner={path}
        name="space"
        row="It goes"
        label="What it goes with"
        words={{ mark: 'with the mark', world: 'nowhere', frame: 'with the frame' }}
      />
      {region.settings.space === 'frame' ? (
        <Hint>It lies in the picture: from its middle, one metre for the height of the frame.</Hint>
      ) : null}
      {region.settings.acts === 'none' ? null : (
        <ShellChoice
          label="Acts on"
          shells={mark.shells}
          value={region.settings.shellId}
          onChange={(shellId) => change((own) => void (own.settings.shellId = shellId))}
        />
      )}
      {region.kind === 'drawn' ? <PointsFold /> : null}
      {Object.keys(kindOf(region.kind).channels.shape).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
    </>
  );
}
