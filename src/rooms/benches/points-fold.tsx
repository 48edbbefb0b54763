'use client';

import { PenLine, Plus } from 'lucide-react';
import { addPoint, movePoint, pointSchema, removePoint } from '@/core/production/pen';
import { Button, Hint, Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { RemovableList } from '@/parts/removable-list';
import { useHandDrawn } from '../looking/hand-drawn';
import { useView, useWorkspace } from '../workspace/workspace';

/** The points of what is selected and is drawn by hand: put in the lens view or the plan, or told in numbers. */
export function PointsFold() {
  const { view } = useWorkspace();
  const drawn = useHandDrawn();
  const { draws, point } = useView((s) => ({ draws: s.penDraws, point: s.penPoint }));
  if (!drawn) return null;
  const { pen, bounds, change, id } = drawn;
  const { points } = pen;
  const last = points.at(-1);
  const chosen = Math.min(point, points.length - 1);
  const shown = points[chosen];
  return (
    <Fold title="Points" note={String(points.length)} open>
      <Button $tone={draws ? 'primary' : 'quiet'} aria-pressed={draws} onPress={() => view.setState({ penDraws: !draws })}>
        <PenLine size={13} /> {draws ? 'Done drawing' : 'Draw in the views'}
      </Button>
      {draws ? <Hint role="status">Press in the lens view or in the plan to put points. Take hold of one to move it.</Hint> : null}
      <Tick isSelected={pen.smooth} onChange={(on) => change((own) => void (own.smooth = on))}>
        A curve through them
      </Tick>
      <RemovableList
        items={points.map(({ x, y }, i) => ({ id: String(i), label: `${i + 1}: ${x.toFixed(2)}, ${y.toFixed(2)} m` }))}
        onOpen={(of) => view.setState({ penPoint: Number(of) })}
        onRemove={(of) => change((own) => removePoint(own, bounds, Number(of)))}
      />
      {shown ? (
        <SchemaFields
          key={`${id} ${chosen}`}
          shape={pointSchema.shape}
          names={['x', 'y']}
          values={shown}
          onChange={(name, value, gesture) => change((own) => movePoint(own, chosen, { ...shown, [name]: value }), gesture)}
        />
      ) : null}
      <Button
        $tone="quiet"
        isDisabled={points.length >= bounds.most}
        onPress={() => {
          change((own) => addPoint(own, bounds, { x: (last?.x ?? 0) + 0.5, y: last?.y ?? 0 }));
          view.setState({ penPoint: points.length });
        }}
      >
        <Plus size={13} /> Point
      </Button>
    </Fold>
  );
}
