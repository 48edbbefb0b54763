'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { useStore } from 'zustand';
import type { RenderSummary } from '@/core/production/listing';
import { Button, Heading, Hint } from '@/parts/controls';
import { Progress } from '@/parts/progress';
import { duration } from './duration';
import { cancelRun, removeRun, renderStore, resumeRun, type Run } from './render-store';

const Entry = styled.li`
  border-top: 1px solid var(--line);
  padding: 9px 0;
  display: flex;
  flex-direction: column;
  gap: 5px;
  strong {
    font: 600 14px var(--label);
  }
  small {
    font: 11px var(--mono);
    color: var(--dim);
    overflow-wrap: anywhere;
  }
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
  }
  a {
    color: var(--verdigris);
    font-size: 12px;
  }
`;
function stateWords(render: RenderSummary, run: Run | undefined): string {
  if (run?.state === 'running') {
    const { progress } = run;
    if (!progress) return 'waiting for its turn';
    if (progress.waiting) return progress.waiting;
    const speed =
      progress.framesPerSecond === null ? '' : ` · ${progress.framesPerSecond.toFixed(progress.framesPerSecond < 1 ? 2 : 1)} fr/s`;
    const left = progress.secondsLeft === null ? '' : ` · ${duration(progress.secondsLeft)} left`;
    return `${progress.phase === 'video' ? 'encoding ' : ''}${progress.done} of ${progress.total} frames${speed}${left}`;
  }
  if (render.status === 'done') return `done · ${render.total} frames`;
  if (render.status === 'cancelled') return `cancelled · ${render.done} of ${render.total} frames are on disk`;
  return `stopped · ${render.done} of ${render.total} frames are on disk`;
}

const OUTPUT_WORDS = { frames: 'PNG', mp4: 'MP4', webm: 'WebM' } as const;

/** The folder of the frames, for the file manager or the compositor. */
function CopyFolder({ folder }: { folder: string }) {
  const [copied, setCopied] = useState(false);
  const copy = () =>
    navigator.clipboard.writeText(folder).then(
      () => setCopied(true),
      () => window.prompt('The frames are in this folder:', folder),
    );
  return (
    <Button $tone="quiet" onPress={() => void copy()}>
      {copied ? 'Copied' : 'Copy the folder’s path'}
    </Button>
  );
}

/** Removes a render once it is said twice: what is on disk of it does not come back. */
function Remove({ render }: { render: RenderSummary }) {
  const [asked, setAsked] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const files = render.done + (render.video ? 1 : 0);
  const remove = () => removeRun(render.id).catch((error: Error) => setTrouble(error.message));
  if (!asked)
    return (
      <Button $tone="quiet" onPress={() => (files > 0 ? setAsked(true) : void remove())}>
        Remove
      </Button>
    );
  return (
    <div role="group" aria-label="Remove for good" style={{ display: 'flex', gap: 6, alignItems: 'center', width: '100%' }}>
      <Button $tone="danger" autoFocus onPress={() => void remove()}>
        Remove {files} {files === 1 ? 'file' : 'files'} from disk
      </Button>
      <Button $tone="quiet" onPress={() => setAsked(false)}>
        Keep
      </Button>
      {trouble ? <span role="alert">{trouble}</span> : null}
    </div>
  );
}

function RenderEntry({ render }: { render: RenderSummary }) {
  const run = useStore(renderStore, (s) => s.runs[render.id]);
  const { first, last, scale, samples, alpha, traced, output } = render.settings;
  const progress = run?.state === 'running' ? run.progress : null;
  const share = progress ? progress.done / progress.total : render.done / render.total;
  return (
    <Entry>
      <strong>
        {OUTPUT_WORDS[output]}, frames {first}–{last}
      </strong>
      <small>
        {Math.round(scale * 100)} % · {samples} sub-frames{traced ? ' · traced' : ''}
        {alpha ? ' · transparent' : ''} · {new Date(render.createdAt).toLocaleString()}
      </small>
      <Progress label={`Progress of frames ${first} to ${last}`} share={share} />
      <small role="status">{stateWords(render, run)}</small>
      {run?.state === 'failed' ? (
        <p role="alert" style={{ color: 'var(--coral)' }}>
          {run.reason}
        </p>
      ) : null}
      <nav aria-label={`Frames ${first} to ${last}`}>
        {run?.state === 'running' ? (
          <Button onPress={() => void cancelRun(render.id)}>Cancel</Button>
        ) : render.status === 'done' ? (
          <div style={{ display: 'flex', gap: 12, width: '100%' }}>
            {render.video ? (
              <a href={`/api/renders/${render.id}/video`} download>
                Save {render.video}
              </a>
            ) : null}
            <a href={`/api/renders/${render.id}/frames/${first}`} target="_blank" rel="noreferrer">
              Open the first frame
            </a>
          </div>
        ) : (
          <Button onPress={() => void resumeRun(render.id)}>Continue</Button>
        )}
        {render.done > 0 ? <CopyFolder folder={render.folder} /> : null}
        {run?.state === 'running' ? null : <Remove render={render} />}
      </nav>
    </Entry>
  );
}

/** The renders of this production, newest first. */
export function RenderList({ renders }: { renders: readonly RenderSummary[] }) {
  return (
    <>
      <Heading as="h2">Renders</Heading>
      {renders.length === 0 ? (
        <Hint>Nothing has been rendered yet. Frames go to disk one by one; a render that is stopped goes on where it was.</Hint>
      ) : null}
      <ul aria-label="Renders" style={{ listStyle: 'none', margin: 0, padding: 0 }}>
        {renders.map((render) => (
          <RenderEntry key={render.id} render={render} />
        ))}
      </ul>
    </>
  );
}
