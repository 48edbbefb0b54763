'use client';

import { Combine, FileUp, Split } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { markPose } from '@/core/frame/mark-pose';
import { pivotOf } from '@/core/frame/pivot';
import { cannotUnite, uniteOutlines } from '@/core/production/edits/unite-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import { replaceOutline, splitOutline } from '@/core/production/edits/outline-edits';
import { outlineSchema, type Mark, type Outline } from '@/core/production/mark';
import { restOf } from '@/core/production/surface';
import { fieldMeta } from '@/core/schema/fields';
import { Button, Heading, Hint } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { DrawingNews } from './drawing-news';
import { DrawingSight } from './drawing-sight';
import { PartsBench } from './parts-bench';
import { useDrawing } from './use-drawing';
import { boundsIn } from '../workspace/view-store';

/** A mark that was drawn: its height, its parts, and a newer file in its place. */
export function OutlineBench({ mark, outline }: { mark: Mark; outline: Outline }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { marks } = production;
  const { also, facts, frame } = useView((s) => ({ also: s.also, facts: s.facts, frame: s.playhead }));
  const [apart, setApart] = useTrouble();
  const together = marks.filter(({ id, body }) => body.kind === 'outline' && (id === mark.id || also.includes(id)));
  const unite = () => {
    const poses = together.map((each) => markPose(production, each, frame, boundsIn(facts)));
    const why = cannotUnite(poses);
    setApart(why);
    if (why) return;
    const [first] = together as [Mark];
    edit((draft) => {
      uniteOutlines(
        draft,
        together.map(({ id }) => id),
        poses,
        pivotOf(first, facts[first.id]?.bounds),
      );
      view.setState({ selection: { kind: 'mark', id: first.id }, also: [], pick: null });
    });
  };
  const { take, state: drawing } = useDrawing();
  const parts = outline.paths.length;
  return (
    <>
      <Heading>
        {mark.name}, {parts} {parts === 1 ? 'part' : 'parts'}
      </Heading>
      <NumberField
        meta={fieldMeta(outlineSchema.shape, 'size')}
        value={outline.size}
        onChange={(size, gesture) =>
          edit(
            (draft) =>
              changeMark(draft, mark.id, ({ body }) => {
                if (body.kind === 'outline') body.size = size;
              }),
            gesture,
          )
        }
      />
      <FileTrigger
        acceptedFileTypes={['.svg', 'image/svg+xml']}
        onSelect={(files) => files?.[0] && void take(files[0], (next) => edit((draft) => replaceOutline(draft, mark.id, next)))}
      >
        <Button $tone="quiet">
          <FileUp size={13} /> Replace with a newer file
        </Button>
      </FileTrigger>
      {parts > 1 ? (
        <Button
          $tone="quiet"
          onPress={() =>
            edit((draft) => {
              const [first] = splitOutline(draft, mark.id, pivotOf(mark, facts[mark.id]?.bounds));
              if (first) view.setState({ selection: { kind: 'mark', id: first }, pick: null });
            })
          }
        >
          <Split size={13} /> One mark a part
        </Button>
      ) : null}
      {together.length > 1 ? (
        <Button $tone="quiet" onPress={unite}>
          <Combine size={13} /> Unite {together.length} outlines
        </Button>
      ) : null}
      {apart ? <Hint role="alert">{apart}</Hint> : null}
      <DrawingNews {...drawing} />
      {parts > 1 ? (
        <PartsBench
          mark={mark}
          what="drawing"
          parts={outline.paths.map((path, i) => {
            const colour = path.surface ? restOf(path.surface).colour : (path.colour ?? '#888888');
            const sight = <DrawingSight parts={[{ ...path, colour }]} size={26} />;
            return { id: path.id, name: path.name || `Part ${i + 1}`, colour, sight };
          })}
        />
      ) : null}
    </>
  );
}
