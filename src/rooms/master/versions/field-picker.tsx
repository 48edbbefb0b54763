'use client';

import { useMemo, useState } from 'react';
import { Button as AriaButton, ComboBox, Input, Label, ListBox, ListBoxItem } from 'react-aria-components';
import { styled } from 'styled-components';
import type { Production } from '@/core/production/production';
import { variablesOf, type Variable } from '@/core/versions/targets';
import { Menu } from '@/parts/controls';

/** So many values are offered at a time: more is found by typing. */
const OFFERED = 60;

const Box = styled(ComboBox)`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  border-radius: 2px;
  background: var(--well);
  label {
    grid-column: 1 / -1;
    background: var(--panel);
    font: 500 12px var(--label);
    color: var(--faint);
    padding-bottom: 3px;
  }
  input {
    min-width: 0;
    height: 23px;
    padding: 0 7px;
    border: 0;
    background: none;
    font-size: 12px;
  }
  button {
    border: 0;
    background: none;
    color: var(--dim);
    width: 24px;
  }
` as typeof ComboBox;
const Item = styled(ListBoxItem)`
  padding: 3px 8px;
  font-size: 12px;
  outline: none;
  cursor: default;
  small {
    color: var(--faint);
    margin-left: 3px;
  }
  &[data-focused] {
    background: var(--verdigris-deep);
  }
`;

interface Offered {
  id: string;
  variable: Variable;
}

const wordsOf = ({ label, holder }: Variable) => `${holder}: ${label}`;

/** Values whose words have all that was typed, in whatever order. */
function matching(all: readonly Offered[], typed: string): Offered[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return all.filter(({ variable }) => parts.every((part) => wordsOf(variable).toLowerCase().includes(part))).slice(0, OFFERED);
}

/** Any value of the production, found by typing, to be made a field. */
export function FieldPicker({ production, onPick }: { production: Production; onPick: (variable: Variable) => void }) {
  const [typed, setTyped] = useState('');
  const [picks, setPicks] = useState(0);
  // There are hundreds in a production, and it changes with every edit: they are gathered for who looks for one.
  const [isSought, setSought] = useState(false);
  const all = useMemo(
    () => (isSought ? variablesOf(production).map((variable, i): Offered => ({ id: String(i), variable })) : []),
    [production, isSought],
  );
  const offered = useMemo(() => matching(all, typed), [all, typed]);
  return (
    // Once something is picked it begins anew: emptied in place, it would open its list again.
    <Box
      key={picks}
      autoFocus={picks > 0}
      aria-label="Make a field of a value"
      inputValue={typed}
      onInputChange={setTyped}
      onFocusChange={setSought}
      items={offered}
      selectedKey={null}
      allowsEmptyCollection
      onSelectionChange={(key) => {
        const found = offered.find(({ id }) => id === key);
        if (!found) return;
        onPick(found.variable);
        setTyped('');
        setPicks(picks + 1);
      }}
    >
      <Label>A field is a value that changes from row to row</Label>
      <Input placeholder="Find a value: words, colour…" />
      <AriaButton aria-label="Show values">▾</AriaButton>
      <Menu maxHeight={300}>
        <ListBox<Offered> renderEmptyState={() => <Item textValue="nothing">No value is called that.</Item>}>
          {({ id, variable }) => (
            <Item id={id} textValue={wordsOf(variable)}>
              {variable.holder} <small>{variable.label}</small>
            </Item>
          )}
        </ListBox>
      </Menu>
    </Box>
  );
}
