'use client';

import { heightOf, isSwept, type Mark } from '@/core/production/mark';
import { fadeSchema, JOINS, shellSchema, type Shell } from '@/core/production/shell';
import { cleanText } from '@/core/schema/text';
import { fieldMeta } from '@/core/schema/fields';
import { Choices } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { useRef } from 'react';
import type { Value } from '@/core/motion/channel';
import { ChannelField } from '../benches/channel-field';
import { NameField } from '../benches/name-field';
import { useChangeShells, useShellDiffers } from '../benches/together';
import { BevelBench } from './bevel-bench';
import { useShell } from './shell-list';
import { SurfaceBench } from './surface-bench';

/** A depth of a shell. At rest a plane that is moved past the other pushes it along. */
function ShellDepth({ mark, shell, name }: { mark: Mark; shell: Shell; name: 'from' | 'to' }) {
  const change = useChangeShells(mark, shell);
  const other = name === 'from' ? 'to' : 'from';
  /** Where the other plane stood when this one was taken in hand: what was pushed along comes back with it. */
  const begun = useRef<{ gesture: string | null; at: number } | null>(null);
  const push = (value: Value, gesture: string | null) => {
    if (begun.current?.gesture !== gesture) begun.current = { gesture, at: shell.channels[other].rest };
    const { at } = begun.current;
    change((found) => {
      if (found.id === shell.id) found.channels[other].rest = at;
      found.channels[name].rest = value as number;
    }, gesture);
  };
  return <ChannelField owner={`marks/${mark.id}/shells/${shell.id}`} name={name} whole={heightOf(mark)} onRest={push} />;
}

/** One shell of a mark: its depths, outline and bevels, and what its regions are made of. */
export function ShellBench({ mark }: { mark: Mark }) {
  const shell = useShell(mark);
  const change = useChangeShells(mark, shell);
  const differs = useShellDiffers(mark, shell);
  const whole = heightOf(mark) * 1000;
  const number = (name: 'offset' | 'rim' | 'wall') => (
    <NumberField
      meta={fieldMeta(shellSchema.shape, name)}
      value={shell[name]}
      differs={differs((each) => each[name])}
      whole={whole}
      onChange={(value, gesture) => change((s) => void (s[name] = value), gesture)}
    />
  );
  const swept = isSwept(mark.body);
  const line = mark.body.kind === 'line' ? mark.body : null;
  const isDeep = swept || line !== null;
  const { fade } = shell;
  return (
    <>
      <NameField
        label="Name of the shell"
        value={shell.name}
        max={40}
        onChange={(name) => change((s) => void (s.name = cleanText(name, 40)))}
      />
      {isDeep ? <ShellDepth mark={mark} shell={shell} name="to" /> : null}
      {isDeep ? <ShellDepth mark={mark} shell={shell} name="from" /> : null}
      {mark.body.kind === 'model' ? null : number('offset')}
      {swept && shell.offset > 0 ? (
        <Choices
          label="Corners"
          value={differs((each) => each.join) ? null : shell.join}
          onChange={(join) => change((s) => void (s.join = join))}
          options={JOINS.map((id) => ({ id, label: id }))}
        />
      ) : null}
      {swept ? number('rim') : null}
      {swept && !mark.skin.on && !shell.front.outward && !shell.back.outward ? number('wall') : null}
      {(swept && !mark.skin.on) || (line && line.section === 'bevelled') ? (
        <>
          <BevelBench mark={mark} shell={shell} end="front" change={change} />
          <BevelBench mark={mark} shell={shell} end="back" change={change} />
        </>
      ) : null}
      <SurfaceBench key={shell.id} mark={mark} shell={shell} change={change} />
      <Fold
        title="Fade across the mark"
        note={fade.start < 1 || fade.end < 1 ? `${Math.round(fade.start * 100)} to ${Math.round(fade.end * 100)} %` : ''}
      >
        <SchemaFields
          shape={fadeSchema.shape}
          names={['angle', 'start', 'end']}
          values={fade}
          differs={(name) => differs((each) => each.fade[name as keyof typeof fade])}
          onChange={(name, value, gesture) => change((s) => void (s.fade[name as keyof typeof fade] = value), gesture)}
        />
      </Fold>
    </>
  );
}
