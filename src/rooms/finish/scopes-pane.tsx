'use client';

import { useEffect, useState } from 'react';
import { styled } from 'styled-components';
import type { Scopes } from '@/core/finish/scopes';
import { Choices, Hint } from '@/parts/controls';
import { Histogram } from '@/parts/scopes/histogram';
import { Vectorscope } from '@/parts/scopes/vectorscope';
import { Waveform } from '@/parts/scopes/waveform';
import { Column, PaneTitle } from '../layout/panes';
import { useView, useWorkspace } from '../workspace/workspace';
import { ColourRead } from './colour-read';

const Body = styled.div`
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 6px 8px;
  background: var(--panel);
`;

const KINDS = [
  { id: 'waveform', label: 'waveform' },
  { id: 'parade', label: 'parade' },
  { id: 'vectors', label: 'vectors' },
] as const;
type Kind = (typeof KINDS)[number]['id'];

/** What scopes show of the picture on the screen, each time that is drawn anew. */
function useScopes(): Scopes | null {
  const { picture } = useWorkspace();
  const drawn = useView((s) => s.drawn);
  const before = useView((s) => s.before);
  const only = useView((s) => s.onlyEffect);
  const [scopes, setScopes] = useState<Scopes | null>(null);
  useEffect(() => {
    if (!picture || drawn.samples === 0) return;
    let isOld = false;
    // The picture is read back for it: not more often than it is worth while something moves.
    const timer = setTimeout(() => {
      void picture.scopes().then((found) => !isOld && setScopes(found));
    }, 80);
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [picture, drawn, before, only]);
  return scopes;
}

/** Scopes of the true picture, beside it. */
export function ScopesPane() {
  const [kind, setKind] = useState<Kind>('waveform');
  const scopes = useScopes();
  return (
    <Column>
      <PaneTitle>
        <b>Scopes</b>
      </PaneTitle>
      <Body>
        <Choices label="Scope" value={kind} onChange={setKind} options={KINDS} />
        {scopes ? (
          <>
            {kind === 'vectors' ? <Vectorscope scopes={scopes} /> : <Waveform scopes={scopes} parade={kind === 'parade'} />}
            <Histogram scopes={scopes} />
          </>
        ) : (
          <Hint>They show the picture once it is drawn.</Hint>
        )}
        <ColourRead />
      </Body>
    </Column>
  );
}
