'use client';

import { PIVOTS, pivotPointSchema, type Mark } from '@/core/production/mark';
import { changeMark } from '@/core/production/edits/mark-edits';
import { keyOwner } from '@/core/production/edits/channel-edits';
import { Button, Heading, Pick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from './channel-field';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useWorkspace } from '../workspace/workspace';

const PLACES = ['x', 'y', 'z', 'pan', 'tilt', 'roll'] as const satisfies readonly (keyof Mark['channels'])[];
const PIVOT_WORDS: Record<(typeof PIVOTS)[number], string> = {
  middle: 'its middle',
  front: 'its front',
  back: 'its back',
  'baseline-left': 'baseline, left',
  'baseline-centre': 'baseline, middle',
  'baseline-right': 'baseline, right',
  point: 'a point',
};

/** Where a mark stands and how it is turned. */
export function PlacementBench({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const frame = useSceneFrame();
  const owner = `marks/${mark.id}`;
  const words = mark.body.kind === 'words';
  return (
    <>
      <Heading>Where it stands</Heading>
      {PLACES.map((name) => (
        <ChannelField key={name} owner={owner} name={name} />
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
        options={PIVOTS.filter((id) => words || !id.startsWith('baseline')).map((id) => ({ id, label: PIVOT_WORDS[id] }))}
      />
      {mark.pivot === 'point' ? (
        <SchemaFields
          shape={pivotPointSchema.shape}
          names={['x', 'y', 'z']}
          values={mark.pivotPoint}
          onChange={(name, value, gesture) =>
            edit((draft) => changeMark(draft, mark.id, (found) => void (found.pivotPoint[name as 'x' | 'y' | 'z'] = value)), gesture)
          }
        />
      ) : null}
      <div style={{ marginTop: 6 }}>
        <Button
          onPress={() => {
            edit((draft) => keyOwner(draft, owner, frame));
            view.setState({ pick: { kind: 'station', owner, frame } });
          }}
        >
          Key its place here
        </Button>
      </div>
    </>
  );
}
