'use client';

import { PIVOTS, pivotPointSchema, type Mark } from '@/core/production/mark';
import { keyOwner } from '@/core/production/edits/channel-edits';
import { Button, Heading, Pick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { CarriedBench } from './carried-bench';
import { ChannelField } from './channel-field';
import { useSceneFrame } from '../looking/seen';
import { SpanFields } from './span-fields';
import { useChangeMarks, useOthers } from './together';
import { useEdit, useProductionParts, useWorkspace } from '../workspace/workspace';

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
export function PlacementBench({ markId }: { markId: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const frame = useSceneFrame();
  const owner = `marks/${markId}`;
  const [pivot, point, words, carrying] = useProductionParts((production) => {
    const mark = production.marks.find(({ id }) => id === markId);
    return [mark?.pivot, mark?.pivotPoint, mark?.body.kind === 'words', mark?.settings];
  });
  const change = useChangeMarks(markId);
  const others = useOthers(markId);
  if (!pivot || !point || !carrying) return null;
  return (
    <>
      <Heading>Where it stands</Heading>
      {PLACES.map((name) => (
        <ChannelField key={name} owner={owner} name={name} />
      ))}
      <Pick
        label="Turns about"
        value={pivot}
        onChange={(next) => change((each) => void (each.pivot = next))}
        options={PIVOTS.filter((id) => words || !id.startsWith('baseline')).map((id) => ({ id, label: PIVOT_WORDS[id] }))}
      />
      {pivot === 'point' ? (
        <SchemaFields
          shape={pivotPointSchema.shape}
          names={['x', 'y', 'z']}
          values={point}
          onChange={(name, value, gesture) => change((each) => void (each.pivotPoint[name] = value), gesture)}
        />
      ) : null}
      <SpanFields markId={markId} />
      <CarriedBench markId={markId} carrying={carrying} />
      <div style={{ marginTop: 6 }}>
        <Button
          onPress={() => {
            edit((draft) => {
              for (const each of [owner, ...others.map((id) => `marks/${id}`)]) keyOwner(draft, each, frame);
            });
            view.setState({ pick: { kind: 'station', owner, frame } });
          }}
        >
          Key its place here
        </Button>
      </div>
    </>
  );
}
