'use client';

import { useState } from 'react';
import { PACE_NAMES, PACES } from '@/core/motion/pace';
import {
  distributeKeys,
  keysExtent,
  paceMoves,
  removeKeys,
  reverseKeys,
  stretchKeys,
  type KeyRef,
} from '@/core/production/edits/key-edits';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Hint, Pick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { copySelectedKeys, pasteCopiedKeys } from '../commands/key-commands';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const FACTOR: FieldMeta = { label: 'Stretch to', unit: '%', min: 0.01, max: 20, rest: 1, step: 0.05, digits: 0, shown: 100 };

const LENGTH: FieldMeta = { label: 'Take', unit: 'fr', min: 1, max: 100_000, rest: 25, step: 1, digits: 0, shown: 1 };
const NONE = 'none';

/** What is done to several keys at once. */
export function KeysBench({ keys }: { keys: readonly KeyRef[] }) {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const cues = useProduction((p) => p.cues);
  const clip = useView((s) => s.clip);
  const [factor, setFactor] = useState(1.5);
  const [about, setAbout] = useState<'start' | 'end'>('start');
  const [first, last] = keysExtent(keys);
  const select = (next: readonly KeyRef[]) => view.setState({ keys: next });
  const stretch = (by: number) => {
    const centre = about === 'start' ? first : last;
    edit((draft) => stretchKeys(draft, keys, centre, by));
    select(keys.map((key) => ({ ...key, frame: Math.round(centre + (key.frame - centre) * by) })));
  };
  const several = last > first;
  const distribute = () => {
    let moved: ReadonlyMap<number, number> = new Map();
    const onto = cues.map(({ frame }) => Math.round(frame)).filter((frame) => frame >= first - 1e-6);
    edit((draft) => void (moved = distributeKeys(draft, keys, onto)));
    select(keys.map((key) => ({ ...key, frame: moved.get(key.frame) ?? key.frame })));
  };
  return (
    <>
      <Heading>
        {keys.length} selected · frames {first}–{last}
      </Heading>
      {several ? <NumberField meta={LENGTH} value={last - first} onChange={(frames) => stretch(frames / (last - first))} /> : null}
      {several ? (
        <Pick
          label="Pace of all"
          value={NONE}
          onChange={(name) => name !== NONE && edit((draft) => paceMoves(draft, keys, PACES[name]))}
          options={[{ id: NONE, label: 'as they are' } as const, ...PACE_NAMES.map((id) => ({ id, label: id }))]}
        />
      ) : null}
      <NumberField meta={FACTOR} value={factor} onChange={setFactor} />
      <Choices
        label="Stretch about"
        value={about}
        onChange={setAbout}
        options={[
          { id: 'start', label: 'about the first' },
          { id: 'end', label: 'about the last' },
        ]}
      />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 4, marginTop: 6 }}>
        <Button onPress={() => stretch(factor)}>Stretch</Button>
        <Button
          onPress={() => {
            edit((draft) => reverseKeys(draft, keys));
            select(keys.map((key) => ({ ...key, frame: first + last - key.frame })));
          }}
        >
          Reverse
        </Button>
        <Button isDisabled={cues.length === 0} onPress={distribute}>
          Onto the cues
        </Button>
        <Button onPress={() => copySelectedKeys(workspace)}>Copy</Button>
        <Button isDisabled={!clip} onPress={() => pasteCopiedKeys(workspace, 'values')}>
          Paste
        </Button>
        <Button isDisabled={!clip} onPress={() => pasteCopiedKeys(workspace, 'shape')}>
          Paste the shape
        </Button>
        <Button
          onPress={() => {
            edit((draft) => removeKeys(draft, keys));
            select([]);
          }}
        >
          Remove
        </Button>
      </div>
      <Hint>Drag one of them to move all. Keys are pasted at the playhead, onto the lane that is selected.</Hint>
    </>
  );
}
