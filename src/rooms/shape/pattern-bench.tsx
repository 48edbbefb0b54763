'use client';

import { markPose } from '@/core/frame/mark-pose';
import { pivotOf } from '@/core/frame/pivot';
import { changeMark, releaseCopy } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { canRelease, patternCount, patternSchema, type Pattern } from '@/core/production/pattern';
import { Button, Choices, Row } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

type Numbers =
  | 'count'
  | 'rows'
  | 'wide'
  | 'deep'
  | 'seed'
  | 'strays'
  | 'varies'
  | 'gap'
  | 'rowGap'
  | 'across'
  | 'up'
  | 'toward'
  | 'radius'
  | 'pan'
  | 'roll';

/** What there is to be set of a pattern. */
function fieldsOf({ kind, measure, surface }: Pattern): readonly Numbers[] {
  switch (kind) {
    case 'none':
      return [];
    case 'row':
      return measure === 'gap' ? ['count', 'gap', 'pan', 'roll'] : ['count', 'across', 'up', 'toward', 'pan', 'roll'];
    case 'grid':
    case 'tiles':
      return measure === 'gap'
        ? ['count', 'rows', 'gap', 'rowGap', 'pan', 'roll']
        : ['count', 'rows', 'across', 'up', 'toward', 'pan', 'roll'];
    case 'ring':
      return ['count', 'radius', 'pan', 'roll'];
    case 'scatter':
      return ['count', ...(surface === 'ball' ? (['radius'] as const) : (['wide', 'deep'] as const)), 'strays', 'varies', 'seed'];
  }
}

/** What is chosen of a pattern, in words. */
const CHOICES = {
  measure: { label: 'Apart by', words: { gap: 'their size and a gap', spacing: 'a spacing' } },
  way: { label: 'It runs', words: { across: 'across', up: 'down', toward: 'back' } },
  anchor: { label: 'Placed by its', words: { centre: 'centre', first: 'first copy', last: 'last copy' } },
  ring: { label: 'It lies', words: { level: 'level', upright: 'upright' } },
  surface: { label: 'Strewn on', words: { level: 'a floor', upright: 'a wall', ball: 'a ball' } },
} as const satisfies { readonly [K in keyof Pattern]?: { label: string; words: Readonly<Partial<Record<string, string>>> } };

/** What there is to be chosen of a pattern, in its order. */
function choicesOf({ kind, measure }: Pattern): readonly (keyof typeof CHOICES)[] {
  switch (kind) {
    case 'none':
      return [];
    case 'row':
      return measure === 'gap' ? ['measure', 'way', 'anchor'] : ['measure', 'anchor'];
    case 'grid':
    case 'tiles':
      return ['measure', 'anchor'];
    case 'ring':
      return ['anchor', 'ring'];
    case 'scatter':
      return ['surface'];
  }
}

/** The mark in a mirror, and in copies. */
export function PatternBench({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { facts, frame } = useView((s) => ({ facts: s.facts, frame: s.playhead }));
  const { pattern } = mark;
  const change = (recipe: (found: Mark) => void, gesture: string | null = null) =>
    edit((draft) => changeMark(draft, mark.id, recipe), gesture);
  const bounds = facts[mark.id]?.bounds;
  const left = Array.from({ length: patternCount(pattern) }, (_, i) => i).filter((i) => i > 0 && !pattern.released.includes(i));
  const release = (copies: readonly number[]) =>
    edit((draft) => {
      const made = [...copies]
        .reverse()
        .map((copy) =>
          releaseCopy(draft, mark.id, copy, markPose(production, mark, frame, boundsIn(facts)), pivotOf(mark, bounds), bounds),
        );
      const [last] = made.slice(-1);
      if (last) view.setState({ selection: { kind: 'mark', id: last }, pick: null });
    });
  return (
    <Fold
      title="Mirror and pattern"
      note={[mark.mirror === 'none' ? '' : 'mirrored', pattern.kind === 'none' ? '' : pattern.kind].filter(Boolean).join(', ')}
    >
      <Row wide label="Mirrored">
        <Choices
          label="Mirrored"
          value={mark.mirror}
          onChange={(mirror) => change((found) => void (found.mirror = mirror))}
          options={[
            { id: 'none', label: 'no' },
            { id: 'across', label: 'across' },
            { id: 'up', label: 'up' },
          ]}
        />
      </Row>
      <Row wide label="Copies">
        <Choices
          label="Copies"
          value={pattern.kind}
          onChange={(kind) =>
            change((found) => {
              found.pattern.kind = kind;
              found.pattern.released = [];
            })
          }
          options={(['none', 'row', 'grid', 'tiles', 'ring', 'scatter'] as const).map((id) => ({ id, label: id }))}
        />
      </Row>
      {choicesOf(pattern).map((name) => {
        const { label, words } = CHOICES[name];
        return (
          <Row key={name} wide label={label}>
            <Choices
              label={label}
              value={pattern[name] as string}
              onChange={(value) => change((found) => void Object.assign(found.pattern, { [name]: value }))}
              options={Object.entries(words).map(([id, word]) => ({ id, label: word }))}
            />
          </Row>
        );
      })}
      <SchemaFields
        shape={patternSchema.shape}
        names={fieldsOf(pattern)}
        values={pattern}
        onChange={(name, value, gesture) => change((found) => void (found.pattern[name as Numbers] = value), gesture)}
      />
      {left.length > 0 && canRelease(pattern) ? (
        <div style={{ display: 'flex', gap: 4, marginTop: 6 }}>
          <Button onPress={() => release(left.slice(-1))}>Release the last</Button>
          <Button onPress={() => release(left)}>Release all</Button>
        </div>
      ) : null}
    </Fold>
  );
}
