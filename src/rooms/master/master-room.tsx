'use client';

import { useCallback, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import type { RenderSummary } from '@/core/production/listing';
import { api } from '@/parts/api';
import { LensPane } from '../views/lens-pane';
import { Band, Bench, Column, RoomBody } from '../layout/panes';
import { Split } from '../layout/split';
import { ScrubStrip } from '../looking/scrub-strip';
import { TransportBar } from '../looking/transport-bar';
import { useWorkspace } from '../workspace/workspace';
import { RenderForm } from './render-form';
import { RenderList } from './render-list';
import { renderStore } from './render-store';

/** The room of renders: the picture, what to make of it, and what has been made. */
export function MasterRoom() {
  const { id } = useWorkspace();
  const [renders, setRenders] = useState<RenderSummary[]>([]);
  const finished = useStore(renderStore, (s) => s.finished);
  const refresh = useCallback(
    () => api<{ renders: RenderSummary[] }>(`/api/productions/${id}/renders`).then(({ renders: list }) => setRenders(list)),
    [id],
  );
  useEffect(() => {
    refresh().catch(() => undefined);
  }, [refresh, finished]);
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
              <Column>
                <Band style={{ flex: 1 }}>
                  <LensPane title="The picture" />
                </Band>
                <ScrubStrip />
                <TransportBar />
              </Column>
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
                <RenderForm onOrdered={() => void refresh().catch(() => undefined)} />
                <RenderList renders={renders} />
              </Bench>
            ),
          },
        ]}
      />
    </RoomBody>
  );
}
