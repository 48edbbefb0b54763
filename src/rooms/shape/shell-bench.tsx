'use client';

import { Checkbox } from 'react-aria-components';
import { styled } from 'styled-components';
import { changeShell } from '@/core/production/edits/shell-edits';
import { bevelSchema, JOINS, shellSchema, type Mark, type Shell } from '@/core/production/mark';
import { fieldMeta } from '@/core/schema/fields';
import { PROFILE_KINDS } from '@/core/solid/profile';
import { Choices, Heading } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit } from '../shared/workspace';
import { useShell } from './shell-list';
import { SurfaceBench } from './surface-bench';

const Name = styled.input`
  width: 100%;
  height: 24px;
  padding: 0 7px;
  margin-bottom: 4px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: none;
  font: 600 15px var(--label);
  &:hover { border-color: var(--line-strong); }
  &:focus { border-color: var(--verdigris); outline: none; background: var(--well); }
`;
const Tick = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 24px;
  font: 500 13px var(--label);
  color: var(--dim);
  &::before { content: ''; width: 11px; height: 11px; border: 1px solid var(--line-strong); border-radius: 2px; }
  &[data-selected]::before { background: var(--verdigris); border-color: var(--verdigris); }
  &[data-focus-visible]::before { outline: 2px solid var(--verdigris); outline-offset: 1px; }
`;

type End = 'front' | 'back';

/** One shell of a mark: its depths, outline and bevels, and what its regions are made of. */
export function ShellBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const shell = useShell(mark);
  const change = (recipe: (shell: Shell) => void, gesture: string | null = null) => edit((draft) => changeShell(draft, mark.id, shell.id, recipe), gesture);
  const number = (name: 'offset' | 'from' | 'to' | 'rim') => (
    <NumberField meta={fieldMeta(shellSchema.shape, name)} value={shell[name]} onChange={(value, gesture) => change((s) => void (s[name] = value), gesture)} />
  );
  const bevelNumber = (end: End, name: 'size' | 'height') => {
    const meta = fieldMeta(bevelSchema.shape, name);
    return <NumberField meta={meta} label={`${end === 'front' ? 'Front' : 'Back'} ${meta.label.toLowerCase()}`} value={shell[end][name]} onChange={(value, gesture) => change((s) => void (s[end][name] = value), gesture)} />;
  };
  const bevel = (end: End, title: string) => (
    <>
      <Heading>{title}</Heading>
      <Choices label={`Profile of the ${title.toLowerCase()}`} value={shell[end].profile} onChange={(profile) => change((s) => void (s[end].profile = profile))} options={(['none', ...PROFILE_KINDS] as const).map((id) => ({ id, label: id }))} />
      {shell[end].profile === 'none' ? null : (
        <>
          {bevelNumber(end, 'size')}
          {bevelNumber(end, 'height')}
          <Tick isSelected={shell[end].ridge} onChange={(ridge) => change((s) => void (s[end].ridge = ridge))}>
            to a ridge
          </Tick>
        </>
      )}
    </>
  );
  return (
    <>
      <Name aria-label="Name of the shell" value={shell.name} maxLength={40} onChange={(event) => change((s) => void (s.name = event.target.value), `shell-name-${shell.id}`)} />
      {number('to')}
      {number('from')}
      {number('offset')}
      {shell.offset > 0 ? <Choices label="Corners" value={shell.join} onChange={(join) => change((s) => void (s.join = join))} options={JOINS.map((id) => ({ id, label: id }))} /> : null}
      {number('rim')}
      {bevel('front', 'Front bevel')}
      {bevel('back', 'Back bevel')}
      <SurfaceBench key={shell.id} shell={shell} change={change} />
    </>
  );
}
