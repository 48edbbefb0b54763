'use client';

import { keyValue } from '@/core/motion/key-value';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import { lineKind, lineSchema, type Line } from '@/core/production/line';
import type { Mark } from '@/core/production/mark';
import { LINE_CAPS } from '@/core/solid/line/line-caps';
import { LINE_JOINS } from '@/core/solid/line/line-path';
import { LINE_SECTIONS } from '@/core/solid/line/line-section';
import { Button, Choices, Heading, Pick, Row, Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../benches/channel-field';
import { PointsFold } from '../benches/points-fold';
import { useSceneFrame } from '../looking/seen';
import { useEdit } from '../workspace/workspace';

type Change = (recipe: (line: Line) => void, gesture?: string | null) => void;

/** A line: what it looks like cut across and at its ends, how far it is drawn, and the points it runs through. */
export function LineBench({ mark, line }: { mark: Mark; line: Line }) {
  const edit = useEdit();
  const owner = `marks/${mark.id}/body`;
  const change: Change = (recipe, gesture = null) =>
    edit((draft) => changeMark(draft, mark.id, ({ body }) => void (body.kind === 'line' && recipe(body))), gesture);
  const fields = (names: ('dash' | 'gap' | 'handles')[]) => (
    <SchemaFields
      shape={lineSchema.shape}
      names={names}
      values={line}
      onChange={(name, value, gesture) => change((own) => void Object.assign(own, { [name]: value }), gesture)}
    />
  );
  const caps = LINE_CAPS.map((id) => ({ id, label: id }));
  return (
    <>
      <Heading>{mark.name}</Heading>
      {Object.keys(lineKind.channels.shape)
        .filter((name) => name !== 'march' || line.gap > 0)
        .map((name) => (
          <ChannelField key={name} owner={owner} name={name} />
        ))}
      <Row wide label="Cut across">
        <Choices
          label="What it looks like cut across"
          value={line.section}
          onChange={(section) => change((own) => void (own.section = section))}
          options={LINE_SECTIONS.map((id) => ({ id, label: id }))}
        />
      </Row>
      <Row wide label="Corners">
        <Choices
          label="Corners of the line"
          value={line.join}
          onChange={(join) => change((own) => void (own.join = join))}
          options={LINE_JOINS.map((id) => ({ id, label: id }))}
        />
      </Row>
      <Pick label="Begins" value={line.begins} onChange={(begins) => change((own) => void (own.begins = begins))} options={caps} />
      <Pick label="Ends" value={line.ends} onChange={(ends) => change((own) => void (own.ends = ends))} options={caps} />
      {fields(line.gap > 0 ? ['gap', 'dash', 'handles'] : ['gap', 'handles'])}
      <Tick isSelected={!line.inTurn} onChange={(on) => change((own) => void (own.inTurn = !on))}>
        All its paths at once
      </Tick>
      {line.pen ? (
        <>
          <Tick isSelected={line.pen.closed} onChange={(on) => change((own) => void (own.pen && (own.pen.closed = on)))}>
            Closed
          </Tick>
          <PointsFold />
          <LayFlat mark={mark} />
        </>
      ) : null}
    </>
  );
}

/** A line that lies is drawn in the plan from above; one that stands, in the lens view. */
function LayFlat({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const frame = useSceneFrame();
  const lies = Math.abs(keyValue(mark.channels.tilt, frame) + 90) < 1e-6;
  return (
    <Button
      $tone="quiet"
      onPress={() => edit((draft) => setChannelValue(draft, { owner: `marks/${mark.id}`, name: 'tilt' }, frame, lies ? 0 : -90))}
    >
      {lies ? 'Stand it up' : 'Lay it flat'}
    </Button>
  );
}
