'use client';

import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { RenderSummary } from '@/core/delivery/listing';
import { api } from '@/parts/api';
import { queueStore, seeThrough } from './queue-runner';
import { stateWords } from './render-words';

const LOOK_MS = 500;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Sees one render through, whoever else draws for it too; tells of it as it goes. Ends when it is done, or will not be. */
async function watch(id: string, told: (render: RenderSummary) => void): Promise<void> {
  for (;;) {
    await seeThrough(id);
    const render = await api<RenderSummary>(`/api/renders/${id}/summary`).catch(() => null);
    if (render) told(render);
    if (render && render.status !== 'open') return;
    await pause(LOOK_MS);
  }
}

/** A page that does nothing but see one render through: what the terminal opens. Its state can be read off its attributes. */
export function RenderPage({ id }: { id: string }) {
  const [render, setRender] = useState<RenderSummary | null>(null);
  const progress = useStore(queueStore, (s) => s.progress);
  const trouble = useStore(queueStore, (s) => s.troubles[id]);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void watch(id, setRender);
  }, [id]);
  const state = !render || render.status === 'open' ? 'running' : render.status === 'done' ? 'done' : 'failed';
  const reason = state === 'failed' ? (render?.reason ?? 'The render was cancelled.') : (progress?.waiting ?? trouble);
  return (
    <main
      style={{ padding: 32 }}
      data-state={state}
      data-phase={progress?.phase ?? (render?.encoding ? 'video' : undefined)}
      data-done={progress?.done ?? render?.encoding?.done ?? render?.done}
      data-total={progress?.total ?? render?.total}
      data-rate={progress?.framesPerSecond ?? undefined}
      data-left={progress?.secondsLeft ?? undefined}
      data-drawn-by={progress?.drawnBy ?? undefined}
      data-reason={reason ?? undefined}
    >
      <h1 style={{ fontSize: 22 }}>{state === 'done' ? 'The render is done' : state === 'failed' ? 'The render stopped' : 'Rendering…'}</h1>
      <p role="status">{state === 'failed' ? reason : render ? stateWords(render, progress) : ''}</p>
    </main>
  );
}
