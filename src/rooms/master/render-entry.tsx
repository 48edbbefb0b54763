'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { useStore } from 'zustand';
import type { RenderSummary } from '@/core/delivery/listing';
import { isOfFrames, isVideo } from '@/core/delivery/outputs/outputs';
import { videoFileName } from '@/core/delivery/render-settings';
import { Button, Trouble } from '@/parts/controls';
import { Progress } from '@/parts/progress';
import { useAttempt } from '@/parts/use-attempt';
import { Deliver } from './deliver';
import { queueStore } from './queue-runner';
import { cancelRender, continueRender, pauseRender, removeRender } from './render-store';
import { ReportSheet } from './report-sheet';
import { outputWords, settingsWords, shareDone, stateWords } from './render-words';

const Entry = styled.div`
  flex: 1;
  min-width: 0;
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

/** The folder of the files, for the file manager or the compositor. */
function CopyFolder({ folder }: { folder: string }) {
  const [copied, setCopied] = useState(false);
  const copy = () =>
    navigator.clipboard.writeText(folder).then(
      () => setCopied(true),
      () => window.prompt('The files are in this folder:', folder),
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
  const { attempt, trouble } = useAttempt();
  const pictures = Math.max(1, render.settings.outputs.filter(isOfFrames).length);
  const files = render.done * pictures + render.videos.length;
  const remove = () => void attempt(() => removeRender(render.id));
  if (!asked)
    return (
      <Button $tone="quiet" onPress={() => (files > 0 ? setAsked(true) : remove())}>
        Remove
      </Button>
    );
  return (
    <div role="group" aria-label="Remove for good" style={{ display: 'flex', gap: 6, alignItems: 'center', width: '100%' }}>
      <Button $tone="danger" autoFocus onPress={remove}>
        Remove {files} {files === 1 ? 'file' : 'files'} from disk
      </Button>
      <Button $tone="quiet" onPress={() => setAsked(false)}>
        Keep
      </Button>
      {trouble ? <span role="alert">{trouble}</span> : null}
    </div>
  );
}

/** What is done with a render now. */
function Actions({ render }: { render: RenderSummary }) {
  const { attempt, trouble } = useAttempt();
  const { id, status } = render;
  const does = (work: (id: string) => Promise<void>) => () => void attempt(() => work(id));
  return (
    <>
      {status === 'open' ? <Button onPress={does(pauseRender)}>Hold back</Button> : null}
      {status === 'open' || status === 'paused' ? <Button onPress={does(cancelRender)}>Cancel</Button> : null}
      {status === 'open' || status === 'done' ? null : <Button onPress={does(continueRender)}>Continue</Button>}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </>
  );
}

function Files({ render }: { render: RenderSummary }) {
  const { id, settings } = render;
  const first = settings.outputs.find(({ kind }) => kind === 'png' || kind === 'jpeg');
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 12px', width: '100%' }}>
      {settings.outputs.filter(isVideo).map((output) =>
        render.videos.includes(videoFileName(output, settings.name)) ? (
          <a key={output.kind} href={`/api/renders/${id}/video?kind=${output.kind}`} download>
            Save {videoFileName(output, settings.name)}
          </a>
        ) : null,
      )}
      {first ? (
        <a href={`/api/renders/${id}/frames/${settings.first}?as=${first.kind}`} target="_blank" rel="noreferrer">
          Open the first frame
        </a>
      ) : null}
    </div>
  );
}

/** One render: what it writes, where it stands, and what can be done with it. */
export function RenderEntry({ render, isNamed = false }: { render: RenderSummary; isNamed?: boolean }) {
  const working = useStore(queueStore, ({ renderId }) => renderId === render.id);
  const now = useStore(queueStore, ({ progress }) => progress);
  const trouble = useStore(queueStore, ({ troubles }) => troubles[render.id]);
  const progress = working ? now : null;
  const { first, last } = render.settings;
  const reason = render.status === 'failed' ? render.reason : render.status === 'open' ? trouble : null;
  return (
    <Entry>
      <strong>
        {isNamed ? `${render.productionName}: ` : ''}
        {render.settings.name ? `${render.settings.name}: ` : ''}
        {outputWords(render)}, {first === last ? `frame ${first}` : `frames ${first}–${last}`}
      </strong>
      <small>{settingsWords(render)}</small>
      <small>{new Date(render.createdAt).toLocaleString()}</small>
      <Progress label={`Progress of frames ${first} to ${last}`} share={shareDone(render, progress)} />
      <small role="status">{stateWords(render, progress)}</small>
      {reason ? (
        <Trouble>
          {reason}
          {render.status === 'open' ? ' It is tried again.' : ''}
        </Trouble>
      ) : null}
      <nav aria-label={`Frames ${first} to ${last}`}>
        {render.status === 'done' ? <Files render={render} /> : null}
        <Deliver render={render} />
        <ReportSheet render={render} />
        <Actions render={render} />
        {render.done > 0 ? <CopyFolder folder={render.folder} /> : null}
        {working ? null : <Remove render={render} />}
      </nav>
    </Entry>
  );
}
