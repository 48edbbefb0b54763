'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { useStore } from 'zustand';
import { readSettingsSchema, type ReadSettings } from '@/core/check/read-check';
import type { Verdict } from '@/core/check/verdict';
import { fieldMeta, numberNames } from '@/core/schema/fields';
import { CheckChart } from '@/parts/check-chart';
import { Button, Heading, Hint, Trouble } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { Fold } from '@/parts/fold';
import { Progress } from '@/parts/progress';
import { useView, useWorkspace } from '../workspace/workspace';
import { BelowPane } from './below-pane';
import { useShown } from './shown-version';
import { checkStore, runAllChecks, stopChecks } from './check-run-store';

const Item = styled.button<{ $hue: string }>`
  display: grid;
  grid-template-columns: 58px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  border-radius: 2px;
  background: none;
  text-align: left;
  font: 500 13px var(--label);
  color: var(--text);
  cursor: default;
  b {
    font: 11px var(--mono);
    line-height: 17px;
    color: ${({ $hue }) => $hue};
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &[aria-pressed='true'] {
    background: var(--raised);
  }
`;
const Spans = styled.ul`
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  li button {
    border: 0;
    background: none;
    padding: 2px 0;
    text-align: left;
    font-size: 12px;
    color: var(--verdigris);
    cursor: default;
  }
`;

const WORDS: Record<Verdict['state'], string> = { passes: 'passes', warns: 'look', fails: 'fails', told: 'told' };
const HUES: Record<Verdict['state'], string> = {
  passes: 'var(--verdigris)',
  warns: 'var(--brass)',
  fails: 'var(--coral)',
  told: 'var(--faint)',
};

/** What a check found: its figure, its chart, where, and what to do. */
function Found({ verdict }: { verdict: Verdict }) {
  const { view } = useWorkspace();
  const { length } = useShown().format;
  const playhead = useView((s) => s.playhead);
  const { label, figure, advice, chart, findings, state } = verdict;
  return (
    <>
      <h3 style={{ font: '600 14px var(--label)', margin: '0 0 4px' }}>
        {label}: <span style={{ color: HUES[state] }}>{WORDS[state]}</span>
      </h3>
      <p style={{ margin: '0 0 8px' }}>{figure}.</p>
      {chart ? (
        <>
          <CheckChart chart={chart} length={length} playhead={playhead} />
          <Hint>{chart.label}</Hint>
        </>
      ) : null}
      {advice ? <p style={{ margin: '6px 0 0' }}>{advice}</p> : null}
      <Spans aria-label="Where">
        {findings.map(({ from, to, words }) => (
          <li key={`${from} ${words}`}>
            <button type="button" onClick={() => view.setState({ playhead: from, playing: false })}>
              {from === to ? `Frame ${from}` : `Frames ${from}–${to}`}: {words}
            </button>
          </li>
        ))}
      </Spans>
    </>
  );
}

/** What words need to be read: open to be set. */
function Needs({ needs, onChange }: { needs: ReadSettings; onChange: (needs: ReadSettings) => void }) {
  const { shape } = readSettingsSchema;
  return (
    <Fold title="What reading needs">
      {numberNames(shape).map((name) => (
        <NumberField
          key={name}
          meta={fieldMeta(shape, name)}
          value={needs[name as keyof ReadSettings]}
          onChange={(value) => onChange({ ...needs, [name]: value })}
        />
      ))}
      <Hint>Common practice of the trade; another house may ask for more.</Hint>
    </Fold>
  );
}

/** The checks over the whole of a production: what each says, and a press to where. */
export function ChecksPane() {
  const production = useShown();
  const { of, verdicts, progress, trouble } = useStore(checkStore);
  const [needs, setNeeds] = useState<ReadSettings>(() => readSettingsSchema.parse({}));
  const [chosen, setChosen] = useState<string | null>(null);
  const isOld = of !== null && of !== production;
  const shown = verdicts.find(({ check }) => check === chosen) ?? verdicts.find(({ state }) => state === 'fails') ?? verdicts[0];
  return (
    <BelowPane aria-label="Checks">
      <div>
        <Heading as="h2">Over the whole range</Heading>
        <div style={{ display: 'flex', gap: 6, alignItems: 'center', marginBottom: 6 }}>
          {progress ? (
            <Button onPress={stopChecks}>Stop</Button>
          ) : (
            <Button $tone="primary" onPress={() => void runAllChecks(production, needs)}>
              {verdicts.length > 0 ? 'Check again' : 'Check all'}
            </Button>
          )}
          {isOld && verdicts.length > 0 ? <Hint role="status">Something has changed since.</Hint> : null}
        </div>
        {progress ? (
          <>
            <Progress label="Progress of the checks" share={progress.done / progress.of} />
            <Hint role="status">
              {progress.done} of {progress.of} frames read
            </Hint>
          </>
        ) : null}
        {trouble ? <Trouble>{trouble}</Trouble> : null}
        <div role="group" aria-label="Verdicts">
          {verdicts.map(({ check, label, state }) => (
            <Item
              key={check}
              type="button"
              $hue={HUES[state]}
              aria-pressed={check === shown?.check}
              aria-label={`${label}: ${WORDS[state]}`}
              onClick={() => setChosen(check)}
            >
              <b>{WORDS[state]}</b>
              <span>{label}</span>
            </Item>
          ))}
        </div>
        <Needs needs={needs} onChange={setNeeds} />
      </div>
      <div>
        {shown ? (
          <Found verdict={shown} />
        ) : (
          <Hint>
            Every frame is drawn small and looked at: can the words be read, does it flash or strobe, are words in the safe area, levels,
            how it begins and ends, whether it loops, how loud it is.
          </Hint>
        )}
      </div>
    </BelowPane>
  );
}
