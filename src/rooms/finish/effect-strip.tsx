'use client';

import { Plus } from 'lucide-react';
import { Fragment } from 'react';
import { styled } from 'styled-components';
import { addEffect, effectsOf } from '@/core/production/edits/effect-edits';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import { Hint } from '@/parts/controls';
import { MenuButton } from '@/parts/menu-button';
import { effectName } from '../benches/effect-bench';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Strip = styled.div`
  flex: 1;
  min-height: 0;
  display: flex;
  align-items: center;
  gap: 4px;
  overflow-x: auto;
  padding: 8px 10px;
  background: var(--panel);
`;
const Card = styled.button`
  flex: none;
  min-width: 96px;
  max-width: 168px;
  height: 44px;
  padding: 4px 10px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--well);
  text-align: left;
  font: 600 13px var(--label);
  color: var(--text);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: pointer;
  small {
    display: block;
    font: 11px var(--mono);
    color: var(--faint);
  }
  &[aria-pressed='true'] {
    border-color: var(--verdigris);
  }
  &[data-off='true'] {
    color: var(--faint);
  }
`;
const Way = styled.span`
  flex: none;
  width: 14px;
  height: 1px;
  background: var(--line-strong);
`;

const GROUPS = (['scene', 'display'] as const).map((space) =>
  EFFECTS.filter((each) => each.space === space).map(({ kind, label }) => ({ id: kind, label })),
);

/** The effects of the picture in the order in which light takes them. */
export function EffectStrip() {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { selection, only } = useView((s) => ({ selection: s.selection, only: s.onlyEffect }));
  const effects = effectsOf(production);
  const select = (id: string) => view.setState({ selection: { kind: 'owner', id: `finish/${id}` }, pick: null, keys: [] });
  const cards = effects.map((each) => {
    const isOff = !each.channels.on.rest && each.channels.on.keys.length === 0;
    const said =
      only === each.id ? 'alone' : isOff ? 'off' : Object.values(each.channels).some(({ keys }) => keys.length > 0) ? 'keyed' : 'on';
    return { id: each.id, name: effectName(each), isOff, said };
  });
  return (
    <Strip role="group" aria-label="Effects in the order in which light takes them">
      <Card type="button" aria-pressed={selection?.kind === 'owner' && selection.id === 'finish/display'} onClick={() => select('display')}>
        Picture<small>display</small>
      </Card>
      {cards.map(({ id, name, isOff, said }) => (
        <Fragment key={id}>
          <Way />
          <Card
            type="button"
            aria-pressed={selection?.kind === 'owner' && selection.id === `finish/${id}`}
            data-off={isOff}
            onClick={() => select(id)}
          >
            {name}
            <small>{said}</small>
          </Card>
        </Fragment>
      ))}
      <Way />
      <MenuButton
        label="Effect"
        groups={GROUPS}
        onChoose={(kind) =>
          edit((draft) => {
            const id = addEffect(draft, kind);
            if (id) select(id);
          })
        }
      >
        <Plus size={13} /> Effect
      </MenuButton>
      {effects.length === 0 ? <Hint>Glow, lens, balance, grain, bars and others: each is added here and set at the right.</Hint> : null}
    </Strip>
  );
}
