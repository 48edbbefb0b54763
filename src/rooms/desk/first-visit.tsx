'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { firstProduction } from '@/core/production/edits/first-production';
import type { ProductionSummary } from '@/core/production/listing';
import { MATERIALS, type MaterialKind } from '@/core/production/materials';
import { FORMAT_PRESETS } from '@/core/production/production';
import { api } from '@/parts/api';
import { Button, Choices, Trouble } from '@/parts/controls';
import { useAttempt } from '@/parts/use-attempt';

const Steps = styled.form`
  margin: 9vh auto 0;
  max-width: 620px;
  h2 {
    font: 600 22px var(--label);
    margin-bottom: 4px;
  }
  > p {
    color: var(--dim);
    margin-bottom: 20px;
  }
  ol {
    list-style: none;
    margin: 0 0 22px;
    padding: 0;
    counter-reset: step;
  }
  li {
    counter-increment: step;
    display: grid;
    grid-template-columns: 26px 150px 1fr;
    align-items: center;
    gap: 8px;
    padding: 12px 0;
    border-top: 1px solid var(--line);
    font: 500 14px var(--label);
  }
  li::before {
    content: counter(step);
    font: 600 16px var(--label);
    color: var(--verdigris);
  }
`;
const Line = styled.input`
  width: 100%;
  height: 34px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--well);
  font: 600 18px var(--label);
  letter-spacing: 0.02em;
  &:focus {
    border-color: var(--verdigris);
    outline: none;
  }
`;

/** What first words can be made of. */
const LOOKS: readonly MaterialKind[] = ['polished-steel', 'gold', 'copper', 'black-chrome', 'lacquer', 'glow'];
const [HD] = FORMAT_PRESETS;
const RATE = '25';
/** Four seconds. */
const LENGTH = 100;

/** The empty desk: three steps from one line of words to a title that moves. */
export function FirstVisit({ onMade, onOther }: { onMade: (id: string) => void; onOther: () => void }) {
  const [line, setLine] = useState('');
  const [look, setLook] = useState<MaterialKind>('polished-steel');
  const [raster, setRaster] = useState<string>(HD.label);
  const { attempt, trouble, busy } = useAttempt();
  const make = () =>
    attempt(async () => {
      const { width, height } = FORMAT_PRESETS.find(({ label }) => label === raster) ?? HD;
      const document = firstProduction(line, look, { width, height, rate: RATE, length: LENGTH });
      const { id } = await api<ProductionSummary>('/api/productions', { method: 'POST', json: { document } });
      onMade(id);
    });
  return (
    <Steps
      aria-label="The first production"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <h2>The desk is empty</h2>
      <p>
        A production is one title: its words and marks, their light, and the camera’s way through them. Here is the first one in three
        steps.
      </p>
      <ol>
        <li>
          <label htmlFor="first-line">Type a line of words</label>
          <Line
            id="first-line"
            value={line}
            maxLength={200}
            autoFocus
            placeholder="LANTERN DEEP"
            onChange={(e) => setLine(e.target.value)}
          />
        </li>
        <li>
          <span>Say what they are made of</span>
          <Choices label="Made of" value={look} onChange={setLook} options={LOOKS.map((id) => ({ id, label: MATERIALS[id].label }))} />
        </li>
        <li>
          <span>Choose the frame</span>
          <Choices label="Frame" value={raster} onChange={setRaster} options={FORMAT_PRESETS.map(({ label }) => ({ id: label, label }))} />
        </li>
      </ol>
      <div style={{ display: 'flex', gap: 8 }}>
        <Button $tone="primary" type="submit" isDisabled={busy}>
          Make the title
        </Button>
        <Button $tone="quiet" onPress={onOther}>
          An empty production instead
        </Button>
      </div>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Steps>
  );
}
