'use client';

import { GripVertical } from 'lucide-react';
import { Button as AriaButton, GridList, GridListItem, useDragAndDrop } from 'react-aria-components';
import { styled } from 'styled-components';
import type { RenderSummary } from '@/core/delivery/listing';
import { Heading, Hint, Trouble } from '@/parts/controls';
import { useAttempt } from '@/parts/use-attempt';
import { RenderEntry } from './render-entry';
import { reorderQueue } from './render-store';

const Queue = styled(GridList)`
  outline: none;
  .react-aria-DropIndicator[data-drop-target] {
    outline: 1px solid var(--verdigris);
  }
` as typeof GridList;
const Item = styled(GridListItem)`
  display: flex;
  gap: 6px;
  padding: 9px 0;
  border-top: 1px solid var(--line);
  outline: none;
  &[data-focus-visible] {
    box-shadow: inset 2px 0 0 var(--verdigris);
  }
  &[data-dragging] {
    opacity: 0.5;
  }
`;
const Grip = styled(AriaButton)`
  align-self: flex-start;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--faint);
  cursor: grab;
`;
const Done = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    border-top: 1px solid var(--line);
    padding: 9px 0;
  }
`;

const isQueued = ({ status }: RenderSummary): boolean => status === 'open' || status === 'paused';

/** Ids in another order: some of them moved before or after one. */
function moved(ids: readonly string[], some: ReadonlySet<unknown>, by: unknown, isBefore: boolean): string[] {
  const others = ids.filter((id) => !some.has(id));
  const at = others.indexOf(String(by)) + (isBefore ? 0 : 1);
  return [...others.slice(0, at), ...ids.filter((id) => some.has(id)), ...others.slice(at)];
}

/**
 * What is in the queue, of all productions: the first is drawn first. They are dragged into another order, or moved with the arrow keys.
 */
function QueueList({ renders, ownId }: { renders: readonly RenderSummary[]; ownId: string }) {
  const { attempt, trouble } = useAttempt();
  const ids = renders.map(({ id }) => id);
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: ({ keys, target }) =>
      void attempt(() => reorderQueue(moved(ids, keys as Set<unknown>, target.key, target.dropPosition === 'before'))),
  });
  return (
    <>
      <Heading as="h2">Queue</Heading>
      <Queue aria-label="Queue" items={renders} dragAndDropHooks={dragAndDropHooks} keyboardNavigationBehavior="tab">
        {(render) => (
          <Item id={render.id} textValue={`${render.productionName}, frames ${render.settings.first} to ${render.settings.last}`}>
            <Grip slot="drag" aria-label={`Move in the queue`}>
              <GripVertical size={14} aria-hidden />
            </Grip>
            <RenderEntry render={render} isNamed={render.productionId !== ownId} />
          </Item>
        )}
      </Queue>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </>
  );
}

/** What is to be rendered, and what has been of this production, newest first. */
export function RenderList({ renders, productionId }: { renders: readonly RenderSummary[]; productionId: string }) {
  const own = renders.filter((render) => render.productionId === productionId);
  const ended = own.filter((render) => !isQueued(render));
  const queued = renders.filter(isQueued).sort((a, b) => a.position - b.position);
  return (
    <>
      {queued.length > 0 ? <QueueList renders={queued} ownId={productionId} /> : null}
      <Heading as="h2">Renders</Heading>
      {own.length === 0 ? (
        <Hint>Nothing has been rendered yet. Frames go to disk one by one; a render that is stopped goes on where it was.</Hint>
      ) : null}
      <Done aria-label="Renders">
        {ended.map((render) => (
          <li key={render.id}>
            <RenderEntry render={render} />
          </li>
        ))}
      </Done>
    </>
  );
}
