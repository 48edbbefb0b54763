'use client';

import { Switch } from 'react-aria-components';
import { styled } from 'styled-components';
import { displaySchema, domeSchema, floorSchema, keyLightSchema, type Setting } from '@/core/production/set';
import { ColourField } from '@/parts/fields/colour-field';
import { Heading, Row } from '@/parts/controls';
import { ChannelField } from './channel-field';
import { useEdit, useProduction } from './workspace';
import type { Selection } from './view-store';

const Toggle = styled(Switch)`
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 12px;
  &::before {
    content: '';
    width: 24px;
    height: 12px;
    border-radius: 6px;
    border: 1px solid var(--line-strong);
    background: radial-gradient(circle at 6px 5px, var(--dim) 4px, transparent 4.5px);
  }
  &[data-selected]::before {
    background: radial-gradient(circle at 16px 5px, var(--on-verdigris) 4px, transparent 4.5px), var(--verdigris);
  }
  &[data-focus-visible]::before {
    outline: 2px solid var(--verdigris);
    outline-offset: 1px;
  }
`;

type SetPart = Extract<Selection, { kind: 'set' }>['id'];
const PARTS = {
  dome: { title: 'Dome', shape: domeSchema.shape },
  key: { title: 'Key light', shape: keyLightSchema.shape },
  floor: { title: 'Floor', shape: floorSchema.shape },
  display: { title: 'Picture', shape: displaySchema.shape },
} as const satisfies Record<SetPart, unknown>;

/** What stands around the marks and how the picture is shown. */
export function SetBench({ part }: { part: SetPart }) {
  const edit = useEdit();
  const set = useProduction((p) => p.set);
  const { title, shape } = PARTS[part];
  const put =
    <K extends keyof Setting>(name: K) =>
    (value: Setting[K], gesture: string | null = null) =>
      edit((draft) => void (draft.set[name] = value), gesture);
  return (
    <>
      <Heading>{title}</Heading>
      {part === 'floor' ? (
        <Row label="Catches shadow">
          <Toggle isSelected={set.floorOn} onChange={(on) => put('floorOn')(on)} aria-label="Floor catches shadow" />
        </Row>
      ) : null}
      {Object.keys(shape).map((name) => (
        <ChannelField key={name} group={`set/${part}`} name={name} />
      ))}
      {part === 'key' ? <ColourField label="Colour" value={set.keyColour} onChange={put('keyColour')} /> : null}
      {part === 'display' ? <ColourField label="Ground" value={set.ground} onChange={put('ground')} /> : null}
    </>
  );
}
