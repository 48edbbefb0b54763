'use client';

import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { carryFrames } from '@/core/production/carry';
import { useEffect, useState } from 'react';
import { Heading, Modal } from 'react-aria-components';
import { styled } from 'styled-components';
import { shotSpans } from '@/core/production/shots';
import { formatShortTimecode } from '@/core/time/timecode';
import { Button } from '@/parts/controls';
import { DialogBox, Veil } from '@/parts/dialog';
import { seek } from '../looking/transport';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const Box = styled(DialogBox)`
  width: min(1080px, 92vw);
  max-height: 88vh;
  display: flex;
  flex-direction: column;
`;
const Head = styled.div`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
  h2 {
    font: 600 16px var(--label);
    flex: 1;
  }
  span {
    font: 12px var(--mono);
    color: var(--faint);
  }
`;
const Sheet = styled.div`
  overflow-y: auto;
  padding: 12px 14px;
  display: grid;
  grid-template-columns: 116px repeat(3, minmax(0, 1fr));
  gap: 8px;
  align-items: start;
  > div {
    font: 600 14px var(--label);
    small {
      display: block;
      font: 11px var(--mono);
      color: var(--faint);
    }
  }
  button {
    padding: 0;
    border: 1px solid var(--line);
    background: #0b0b0b;
    position: relative;
    display: block;
    &:hover {
      border-color: var(--line-strong);
    }
    img {
      display: block;
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
    span {
      position: absolute;
      left: 6px;
      bottom: 4px;
      font: 11px var(--mono);
      color: #ddd;
      text-shadow: 0 0 3px #000;
    }
  }
`;

const LONGEST_SIDE = 320;
const SAMPLES = 4;
const WHICH = ['First', 'Middle', 'Last'] as const;

/** First, middle and last frame of each shot. */
export function ContactSheet() {
  const workspace = useWorkspace();
  const { view, picture } = workspace;
  const open = useView((s) => s.contactSheet);
  const production = useProduction((p) => p);
  const close = () => view.setState({ contactSheet: false });
  const spans = shotSpans(production);
  const wanted = spans.map(({ from, to }) => [from, Math.floor((from + to - 1) / 2), to - 1]);
  const frames = [...new Set(wanted.flat())];
  const [drawn, setDrawn] = useState<Record<number, string>>({});
  const [trouble, setTrouble] = useState<string | null>(null);
  const { width, height } = production.format;
  const scale = LONGEST_SIDE / Math.max(width, height);

  useEffect(() => {
    if (!open || !picture) return;
    const abort = new AbortController();
    const addresses: string[] = [];
    const draw = async () => {
      for (const frame of frames) {
        const png = await picture.frame(
          {
            frame,
            width: Math.max(2, Math.round(width * scale)),
            height: Math.max(2, Math.round(height * scale)),
            samples: SAMPLES,
            alpha: false,
            traced: false,
            as: outputOfKind('png'),
          },
          abort.signal,
        );
        const address = URL.createObjectURL(new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }));
        addresses.push(address);
        setDrawn((before) => ({ ...before, [frame]: address }));
      }
    };
    draw().catch((error: Error) => !abort.signal.aborted && setTrouble(error.message));
    return () => {
      abort.abort();
      addresses.forEach((address) => URL.revokeObjectURL(address));
      setDrawn({});
      setTrouble(null);
    };
    // Drawn once as it is opened: what changes behind it cannot be seen from here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [open, picture]);

  const done = Object.keys(drawn).length;
  return (
    <Veil $middle isOpen={open} onOpenChange={(next) => !next && close()} isDismissable>
      <Modal>
        <Box>
          <Head>
            <Heading slot="title" level={2}>
              Contact sheet
            </Heading>
            <span role="status">
              {trouble ??
                (done < frames.length ? `drawing ${done} of ${frames.length}` : `${spans.length} ${spans.length === 1 ? 'shot' : 'shots'}`)}
            </span>
            <Button onPress={close}>Close</Button>
          </Head>
          <Sheet>
            {spans.map(({ shot, cameraId, from, to }, i) => [
              <div key={`name-${i}`}>
                {shot?.name || `Shot ${i + 1}`}
                <small>{production.cameras.find(({ id }) => id === cameraId)?.name}</small>
                <small>{to - from} fr</small>
                {i > 0 ? <small>{shot && carryFrames(shot) > 0 ? `carry ${carryFrames(shot)} fr` : 'cut'}</small> : null}
              </div>,
              ...(wanted[i] as number[]).map((frame, k) => (
                <button
                  key={`${i}-${k}`}
                  type="button"
                  style={{ aspectRatio: `${width} / ${height}` }}
                  aria-label={`${WHICH[k]} frame of shot ${i + 1}: ${frame}`}
                  onClick={() => {
                    seek(workspace, frame);
                    close();
                  }}
                >
                  {drawn[frame] ? <img src={drawn[frame]} alt="" /> : null}
                  <span>
                    {formatShortTimecode(frame, production.format.rate)} · {frame}
                  </span>
                </button>
              )),
            ])}
          </Sheet>
        </Box>
      </Modal>
    </Veil>
  );
}
