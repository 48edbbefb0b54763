'use client';

import { PIVOTS, placementSchema, type Mark } from '@/core/production/mark';
import { changeMark } from '@/core/production/edits/mark-edits';
import { keyGroup } from '@/core/production/edits/channel-edits';
import { Button, Heading, Pick } from '@/parts/controls';
import { ChannelField } from './channel-field';
import { useEdit, useView, useWorkspace } from './workspace';

/** Where a mark stands and how it is turned. */
export function PlacementBench({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const frame = useView((s) => Math.round(s.playhead));
  const group = `mark/${mark.id}`;
  return (
    <>
      <Heading>Where it stands</Heading>
      {Object.keys(placementSchema.shape).map((name) => (
        <ChannelField key={name} group={group} name={name} />
      ))}
      <Pick
        label="Turns about"
        value={mark.pivot}
        onChange={(pivot) =>
          edit((draft) =>
            changeMark(draft, mark.id, (found) => {
              found.pivot = pivot;
            }),
          )
        }
        options={PIVOTS.map((id) => ({ id, label: `its ${id}` }))}
      />
      <div style={{ marginTop: 6 }}>
        <Button
          onPress={() => {
            edit((draft) => keyGroup(draft, group, frame));
            view.setState({ pick: { kind: 'station', group, frame } });
          }}
        >
          Key its place here
        </Button>
      </div>
    </>
  );
}
