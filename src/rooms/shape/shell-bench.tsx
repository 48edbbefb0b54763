'use client';

import { styled } from 'styled-components';
import { changeShell } from '@/core/production/edits/shell-edits';
import { fadeSchema, JOINS, shellSchema, type Mark, type Shell } from '@/core/production/mark';
import { fieldMeta } from '@/core/schema/fields';
import { Choices } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { useEdit } from '../shared/workspace';
import { BevelBench } from './bevel-bench';
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
  &:hover {
    border-color: var(--line-strong);
  }
  &:focus {
    border-color: var(--verdigris);
    outline: none;
    background: var(--well);
  }
`;
/** One shell of a mark: its depths, outline and bevels, and what its regions are made of. */
export function ShellBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const shell = useShell(mark);
  const change = (recipe: (shell: Shell) => void, gesture: string | null = null) =>
    edit((draft) => changeShell(draft, mark.id, shell.id, recipe), gesture);
  const number = (name: 'offset' | 'from' | 'to' | 'rim' | 'wall') => (
    <NumberField
      meta={fieldMeta(shellSchema.shape, name)}
      value={shell[name]}
      onChange={(value, gesture) => change((s) => void (s[name] = value), gesture)}
    />
  );
  const swept = mark.body.kind !== 'body';
  const { fade } = shell;
  return (
    <>
      <Name
        aria-label="Name of the shell"
        value={shell.name}
        maxLength={40}
        onChange={(event) => change((s) => void (s.name = event.target.value), `shell-name-${shell.id}`)}
      />
      {swept ? number('to') : null}
      {swept ? number('from') : null}
      {number('offset')}
      {swept && shell.offset > 0 ? (
        <Choices
          label="Corners"
          value={shell.join}
          onChange={(join) => change((s) => void (s.join = join))}
          options={JOINS.map((id) => ({ id, label: id }))}
        />
      ) : null}
      {swept ? number('rim') : null}
      {swept && !mark.skin.on && !shell.front.outward && !shell.back.outward ? number('wall') : null}
      {swept && !mark.skin.on ? (
        <>
          <BevelBench shell={shell} end="front" change={change} />
          <BevelBench shell={shell} end="back" change={change} />
        </>
      ) : null}
      <SurfaceBench key={shell.id} shell={shell} change={change} />
      <Fold
        title="Fade across the mark"
        note={fade.start < 1 || fade.end < 1 ? `${Math.round(fade.start * 100)} to ${Math.round(fade.end * 100)} %` : ''}
      >
        <SchemaFields
          shape={fadeSchema.shape}
          names={['angle', 'start', 'end']}
          values={fade}
          onChange={(name, value, gesture) => change((s) => void (s.fade[name as keyof typeof fade] = value), gesture)}
        />
      </Fold>
    </>
  );
}
