'use client';

import { styled } from 'styled-components';
import { isKeptInView } from '@/core/production/kept-in-view';
import { changeFormat, placeIn } from '@/core/production/edits/version-edits';
import {
  framingByHandSchema,
  placeInFormatSchema,
  type DeliveryFormat,
  type FramingRule,
  type PlaceInFormat,
} from '@/core/production/versions';
import { stackMarks } from '@/core/versions/stack-marks';
import { Button, Choices, Heading, Hint, Row, Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';
import { boundsIn } from '../../workspace/view-store';

const RULES: readonly { id: FramingRule; label: string }[] = [
  { id: 'widen', label: 'widen the shot' },
  { id: 'move', label: 'turn to it, then widen' },
  { id: 'crop', label: 'crop the middle' },
];
const Columns = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 4px 24px;
`;

/** Where one mark stands in a format. */
function PlaceFields({ format, markId, name, isWords }: { format: DeliveryFormat; markId: string; name: string; isWords: boolean }) {
  const edit = useEdit();
  const place: PlaceInFormat = format.places.find((each) => each.markId === markId) ?? placeInFormatSchema.parse({ markId });
  const change = (recipe: (place: PlaceInFormat) => void, gesture: string | null = null) =>
    edit((draft) => changeFormat(draft, format.id, (own) => recipe(placeIn(own, markId))), gesture);
  return (
    <div role="group" aria-label={name}>
      <Heading>{name}</Heading>
      <SchemaFields<PlaceInFormat>
        shape={placeInFormatSchema.shape}
        names={['across', 'up', 'size']}
        values={place}
        onChange={(field, value, gesture) => change((own) => void Object.assign(own, { [field]: value }), gesture)}
      />
      {isWords ? (
        <Tick isSelected={place.wordALine} onChange={(wordALine) => change((own) => void (own.wordALine = wordALine))}>
          a word a line
        </Tick>
      ) : null}
    </div>
  );
}

/** How shots are brought into a format, and where marks stand in it. */
export function FormatBench({ format }: { format: DeliveryFormat }) {
  const edit = useEdit();
  const { documents, view } = useWorkspace();
  const marks = useProduction((p) => p.marks);
  const versions = useProduction((p) => p.versions);
  const kept = marks.filter((mark) => isKeptInView(versions, mark));
  const areBuilt = useView((s) => kept.every(({ id }) => s.facts[id]?.bounds));
  const change = (recipe: (format: DeliveryFormat) => void, gesture: string | null = null) =>
    edit((draft) => changeFormat(draft, format.id, recipe), gesture);
  const stack = () => {
    // No mark has a place of its own in the format yet, so what is seen is as large as it was composed.
    const { production } = documents.store.getState();
    const places = stackMarks(
      production,
      kept.map(({ id }) => id),
      boundsIn(view.getState().facts),
    );
    change((own) => void (own.places = places));
  };
  return (
    <>
      <Heading as="h2">
        {format.name}, {format.width} × {format.height}
      </Heading>
      <Row label="Shots">
        <Choices label="Shots" value={format.rule} options={RULES} onChange={(rule) => change((own) => void (own.rule = rule))} />
      </Row>
      <Columns>
        <div role="group" aria-label="By hand">
          <Heading>By hand, over that</Heading>
          <SchemaFields<DeliveryFormat['byHand']>
            shape={framingByHandSchema.shape}
            names={['closer', 'across', 'up']}
            values={format.byHand}
            onChange={(name, value, gesture) => change((own) => void (own.byHand[name] = value), gesture)}
          />
        </div>
        <div>
          <Heading>Marks</Heading>
          <div style={{ display: 'flex', gap: 6 }}>
            {format.places.length > 0 ? (
              <Button onPress={() => change((own) => void (own.places = []))}>As they were</Button>
            ) : (
              <Button isDisabled={kept.length === 0 || !areBuilt} onPress={stack}>
                Stack what is kept
              </Button>
            )}
          </div>
          <Hint>One below the other, in the order in which they are read; a mark that is alone has a word a line.</Hint>
        </div>
        {kept.map(({ id, name, body }) => (
          <PlaceFields key={id} format={format} markId={id} name={name} isWords={body.kind === 'words'} />
        ))}
      </Columns>
    </>
  );
}
