'use client';

import { useCallback, useEffect } from 'react';
import { useStore } from 'zustand';
import { LensPane } from '../views/lens-pane';
import { Band, Bench, Column, RoomBody } from '../layout/panes';
import { Split } from '../layout/split';
import { ScrubStrip } from '../looking/scrub-strip';
import { TransportBar } from '../looking/transport-bar';
import { useWorkspace } from '../workspace/workspace';
import { Below } from './below';
import { RenderForm } from './render-form';
import { RenderList } from './render-list';
import { queueStore } from './queue-runner';
import { refreshRenders, renderStore } from './render-store';
import { AsShown } from './shown-version';

/** How often what is done elsewhere is asked for, milliseconds. */
const POLL_MS = 2000;

/** Height of the checks at first, pixels. */
const CHECKS_HEIGHT = 250;

function ThePicture() {
  return (
    <Column>
      <Band style={{ flex: 1 }}>
        <LensPane title="The picture" />
      </Band>
      <ScrubStrip />
      <TransportBar />
    </Column>
  );
}

/** The room of renders: the picture, what checks say of it, what to make of it, and what has been made. */
export function MasterRoom() {
  const { id } = useWorkspace();
  const renders = useStore(renderStore, (s) => s.renders);
  const changes = useStore(queueStore, (s) => s.changes);
  const isWorking = useStore(queueStore, (s) => s.renderId !== null);
  const isAwaited = isWorking || renders.some(({ status }) => status === 'open');
  const refresh = useCallback(() => refreshRenders(id).catch(() => undefined), [id]);
  useEffect(() => {
    void refresh();
    // What is done elsewhere is looked for as long as anything is awaited.
    const timer = isAwaited ? setInterval(() => void refresh(), POLL_MS) : undefined;
    return () => clearInterval(timer);
  }, [refresh, changes, isAwaited]);
  return (
    <RoomBody>
      <Split
        name="master"
        along="row"
        panes={[
          {
            id: 'picture',
            label: 'the picture',
            least: 480,
            content: (
              <Split
                name="master-picture"
                along="column"
                panes={[
                  {
                    id: 'lens',
                    label: 'the picture',
                    least: 240,
                    content: (
                      <AsShown>
                        <ThePicture />
                      </AsShown>
                    ),
                  },
                  {
                    id: 'checks',
                    label: 'checks, versions and formats',
                    size: () => CHECKS_HEIGHT,
                    least: 120,
                    folds: true,
                    content: <Below />,
                  },
                ]}
              />
            ),
          },
          {
            id: 'bench',
            label: 'the bench',
            size: () => 360,
            least: 300,
            folds: true,
            content: (
              <Bench aria-label="Bench">
                <RenderForm onOrdered={() => void refresh()} />
                <RenderList renders={renders} productionId={id} />
              </Bench>
            ),
          },
        ]}
      />
    </RoomBody>
  );
}
