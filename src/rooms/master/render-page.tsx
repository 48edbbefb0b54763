'use client';

import { useEffect, useRef, useState } from 'react';
import { runRender, type RenderProgress } from './render-runner';

type State = { kind: 'running'; progress: RenderProgress | null } | { kind: 'done' } | { kind: 'failed'; reason: string };

/** A page that does nothing but see one render through: what the terminal opens. Its state can be read off its attributes. */
export function RenderPage({ id }: { id: string }) {
  const [state, setState] = useState<State>({ kind: 'running', progress: null });
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    runRender(id, (progress) => setState({ kind: 'running', progress }), new AbortController().signal).then(
      () => setState({ kind: 'done' }),
      (error) => setState({ kind: 'failed', reason: error instanceof Error ? error.message : 'The render stopped.' }),
    );
  }, [id]);
  const progress = state.kind === 'running' ? state.progress : null;
  return (
    <main
      style={{ padding: 32 }}
      data-state={state.kind}
      data-phase={progress?.phase}
      data-done={progress?.done}
      data-total={progress?.total}
      data-rate={progress?.framesPerSecond ?? undefined}
      data-left={progress?.secondsLeft ?? undefined}
      data-drawn-by={progress?.drawnBy ?? undefined}
      data-reason={state.kind === 'failed' ? state.reason : (progress?.waiting ?? undefined)}
    >
      <h1 style={{ fontSize: 22 }}>
        {state.kind === 'done' ? 'The render is done' : state.kind === 'failed' ? 'The render stopped' : 'Rendering…'}
      </h1>
      <p role="status">{state.kind === 'failed' ? state.reason : progress ? `${progress.done} of ${progress.total} frames` : ''}</p>
    </main>
  );
}
