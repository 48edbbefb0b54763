'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { addPattern, removePattern } from '@/core/production/edits/pattern-edits';
import { MAX_PATTERNS, PATTERN_SETTINGS } from '@/core/production/owners/patterns/pattern-fields';
import { PATTERNS } from '@/core/production/owners/patterns/patterns';
import type { Surface } from '@/core/production/surface';
import { Choices, Heading, Hint, IconButton, Row } from '@/parts/controls';
import { ItemList } from '@/parts/item-list';
import { MenuButton } from '@/parts/menu-button';
import { ChannelField } from '../benches/channel-field';
import { PicturePatternFields } from './picture-pattern-fields';

const KINDS = [PATTERNS.map(({ kind, label }) => ({ id: kind, label }))];
const OVER_WORDS = { mark: 'the whole mark', part: 'each letter or part' } as const;

/** What lies over a surface and drives its values from place to place: the last in the list lies on top. */
export function PatternsBench({
  path,
  surface,
  change,
}: {
  /** Of the surface. */
  path: string;
  surface: Surface;
  change: (recipe: (surface: Surface) => void) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const { patterns } = surface;
  const shown = patterns.find(({ id }) => id === open);
  const kind = PATTERNS.find((each) => each.kind === shown?.kind);
  const set = (to: object) =>
    change((own) => {
      const pattern = own.patterns.find(({ id }) => id === open);
      if (pattern) Object.assign(pattern.settings, to);
    });
  return (
    <>
      <Heading>Patterns</Heading>
      {patterns.length === 0 ? <Hint>Grain, dents, cracks, wear and more, which change the surface from place to place.</Hint> : null}
      <ItemList>
        {patterns.map((pattern) => {
          const label = PATTERNS.find((each) => each.kind === pattern.kind)?.label ?? pattern.kind;
          return (
            <li key={pattern.id}>
              <button type="button" aria-expanded={pattern.id === open} onClick={() => setOpen(pattern.id === open ? null : pattern.id)}>
                {label}
              </button>
              <IconButton label={`Remove ${label}`} $tone="quiet" onPress={() => change((own) => removePattern(own, pattern.id))}>
                <Trash2 size={12} />
              </IconButton>
            </li>
          );
        })}
      </ItemList>
      {shown && kind ? (
        <>
          <Row wide label="Runs over">
            <Choices
              label="What it runs over"
              value={shown.settings.over}
              onChange={(over) => set({ over })}
              options={PATTERN_SETTINGS.shape.over.unwrap().options.map((id) => ({ id, label: OVER_WORDS[id] }))}
            />
          </Row>
          {shown.kind === 'picture' ? <PicturePatternFields settings={shown.settings} onChange={set} /> : null}
          {Object.keys(kind.channels.shape).map((name) => (
            <ChannelField key={`${shown.id} ${name}`} owner={`${path}/patterns/${shown.id}`} name={name} />
          ))}
        </>
      ) : null}
      <MenuButton
        label="Pattern"
        groups={KINDS}
        isDisabled={patterns.length >= MAX_PATTERNS}
        onChoose={(id) => {
          // The same id as the edit finds: patterns are named by those that are there.
          setOpen(addPattern({ patterns: [...patterns] }, id));
          change((own) => void addPattern(own, id));
        }}
      >
        Add a pattern
      </MenuButton>
    </>
  );
}
