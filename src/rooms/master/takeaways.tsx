'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { TAKEAWAYS, type TakeawayName } from '@/core/interchange/takeaways';
import { Button, Trouble } from '@/parts/controls';
import { download } from '@/parts/download';
import { Fold } from '@/parts/fold';
import { useAttempt } from '@/parts/use-attempt';
import { wavOf } from '@/parts/wav';
import { useProduction, useWorkspace } from '../workspace/workspace';
import { SAMPLE_RATE, soundUnder } from './delivered-sound';

const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  min-height: 28px;
  font: 500 13px var(--label);
  color: var(--dim);
  small {
    color: var(--faint);
    font-weight: 400;
  }
`;

/** Files beside pictures: what editors, compositors and other programs go on from, of the frames that are ordered. */
export function Takeaways({ first, last }: { first: number; last: number }) {
  const { documents, picture } = useWorkspace();
  const name = useProduction((p) => p.name);
  const hasSound = useProduction((p) => p.sound !== null);
  const { attempt, trouble } = useAttempt();
  const [busy, setBusy] = useState<string | null>(null);
  const save = (what: string, work: () => Promise<void>) => {
    setBusy(what);
    void attempt(work).finally(() => setBusy(null));
  };
  const write = (what: TakeawayName) =>
    save(what, async () => {
      if (!picture) throw new Error('Nothing is drawn yet. Try again in a moment.');
      const { extension, mediaType } = TAKEAWAYS[what];
      download(await picture.takeaway(what, first, last, `${name}.mov`), `${name}.${extension}`, mediaType);
    });
  const sound = () =>
    save('sound', async () => {
      const channels = await soundUnder(documents.store.getState().production, first, last);
      if (channels) download(await wavOf(channels, SAMPLE_RATE), `${name}.wav`, 'audio/wav');
    });
  return (
    <Fold title="Beyond pictures">
      {(Object.keys(TAKEAWAYS) as TakeawayName[]).map((what) => (
        <Line key={what}>
          <span>
            {TAKEAWAYS[what].label} <small>{TAKEAWAYS[what].note}</small>
          </span>
          <Button isDisabled={busy !== null} aria-label={`Save ${TAKEAWAYS[what].label}`} onPress={() => write(what)}>
            {busy === what ? 'Writing…' : 'Save'}
          </Button>
        </Line>
      ))}
      {hasSound ? (
        <Line>
          <span>
            Sound, WAV <small>cut to the frames, 48 kHz, 24 bit</small>
          </span>
          <Button isDisabled={busy !== null} aria-label="Save Sound, WAV" onPress={sound}>
            Save
          </Button>
        </Line>
      ) : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Fold>
  );
}
