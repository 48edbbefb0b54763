'use client';

import { PenLine, Plus } from 'lucide-react';
import { changeMark } from '@/core/production/edits/mark-edits';
import { addPoint, movePoint, pointsOf, removePoint } from '@/core/production/edits/line-edits';
import { lineKind, lineSchema, pointSchema, type Line } from '@/core/production/line';
import type { Mark } from '@/core/production/mark';
import { LINE_CAPS } from '@/core/solid/line/line-caps';
import { LINE_JOINS } from '@/core/solid/line/line-path';
import { LINE_SECTIONS } from '@/core/solid/line/line-section';
import { Button, Choices, Heading, Hint, Pick, Row, Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { RemovableList } from '@/parts/removable-list';
import { ChannelField } from '../benches/channel-field';
import { useEdit, useView, useWorkspace } from '../workspace/workspace';

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
      {line.pen ? <Points mark={mark} line={line} change={change} /> : null}
    </>
  );
}

/** The points of a line that is drawn by hand. */
function Points({ mark, line, change }: { mark: Mark; line: Line; change: Change }) {
  const { view } = useWorkspace();
  const { draws, point } = useView((s) => ({ draws: s.penDraws, point: s.penPoint }));
  const points = pointsOf(line);
  const last = points.at(-1);
  const chosen = Math.min(point, points.length - 1);
  const shown = points[chosen];
  return (
    <Fold title="Points" note={String(points.length)} open>
      <Button $tone={draws ? 'primary' : 'quiet'} aria-pressed={draws} onPress={() => view.setState({ penDraws: !draws })}>
        <PenLine size={13} /> {draws ? 'Done drawing' : 'Draw in the lens view'}
      </Button>
      {draws ? <Hint role="status">Press in the lens view to put points. Take hold of one to move it.</Hint> : null}
      <Tick isSelected={line.pen?.smooth ?? false} onChange={(on) => change((own) => void (own.pen && (own.pen.smooth = on)))}>
        A curve through them
      </Tick>
      <Tick isSelected={line.pen?.closed ?? false} onChange={(on) => change((own) => void (own.pen && (own.pen.closed = on)))}>
        Closed
      </Tick>
      <RemovableList
        items={points.map(({ x, y }, i) => ({ id: String(i), label: `${i + 1}: ${x.toFixed(2)}, ${y.toFixed(2)} m` }))}
        onOpen={(id) => view.setState({ penPoint: Number(id) })}
        onRemove={(id) => change((own) => removePoint(own, Number(id)))}
      />
      {shown ? (
        <SchemaFields
          key={`${mark.id} ${chosen}`}
          shape={pointSchema.shape}
          names={['x', 'y']}
          values={shown}
          onChange={(name, value, gesture) =>
            change((own) => movePoint(own, chosen, name === 'x' ? value : shown.x, name === 'y' ? value : shown.y), gesture)
          }
        />
      ) : null}
      <Button
        $tone="quiet"
        onPress={() => {
          change((own) => addPoint(own, (last?.x ?? 0) + 0.5, last?.y ?? 0));
          view.setState({ penPoint: points.length });
        }}
      >
        <Plus size={13} /> Point
      </Button>
    </Fold>
  );
}
