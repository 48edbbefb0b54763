'use client';

import { Plus } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { CascadeWay } from '@/core/motion/cascade';
import { CASCADE_START_NAMES, cascadeStart, type CascadeStartName } from '@/core/production/cascade-starts';
import { addCascade, cascadeFrom, removeCascade, spanFor } from '@/core/production/edits/cascade-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { MAX_CASCADES } from '@/core/production/owners/cascade';
import { Heading, Hint } from '@/parts/controls';
import { MenuButton } from '@/parts/menu-button';
import { RemovableList } from '@/parts/removable-list';
import { playTrial } from '../looking/trial';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

/** What cascades are begun by, under what is pressed for it. */
const MENUS: readonly { label: string; ways: readonly CascadeWay[] }[] = [
  { label: 'Arrival', ways: ['arrival'] },
  { label: 'Exit', ways: ['exit'] },
  { label: 'On the spot', ways: ['wave', 'swing'] },
];

const startsOf = ({ skin }: Mark, ways: readonly CascadeWay[]) =>
  CASCADE_START_NAMES.filter((name) => {
    const start = cascadeStart(name);
    return start.ways.some((way) => ways.includes(way)) && (skin.on || !start.ofSkins);
  });

/** The parts of a mark that take their turn: what there is, and what can be begun. While one is pointed at it plays on the mark. */
export function CascadesBench({ mark }: { mark: Mark }) {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const format = useProduction((p) => p.format);
  const playhead = useView((s) => s.playhead);
  const isFull = mark.cascades.length >= MAX_CASCADES;
  const trial = useRef<(() => void) | null>(null);
  const endTrial = () => {
    trial.current?.();
    trial.current = null;
  };
  useEffect(() => () => trial.current?.(), []);
  const begun = (name: CascadeStartName, ways: readonly CascadeWay[]) => {
    const way = cascadeStart(name).ways.find((each) => ways.includes(each)) as CascadeWay;
    const span = spanFor({ format }, mark, name, way, playhead);
    return { span, cascade: cascadeFrom(mark, name, way, span) };
  };
  const point = (name: CascadeStartName | null, ways: readonly CascadeWay[]) => {
    endTrial();
    if (!name || isFull) return;
    const { span, cascade } = begun(name, ways);
    const others = (found: Mark) => found.cascades.filter(({ settings }) => settings.way !== cascade.settings.way);
    trial.current = playTrial(
      workspace,
      (draft) =>
        changeMark(draft, mark.id, (found) => {
          found.cascades = others(found);
          addCascade(found, cascade);
        }),
      span.from,
      span.to,
    );
  };
  const select = (id: string) =>
    view.setState({ selection: { kind: 'owner', id: `marks/${mark.id}/cascades/${id}` }, pick: null, keys: [] });
  return (
    <>
      <Heading>Cascades</Heading>
      {mark.cascades.length === 0 ? <Hint>Letters, words, lines or shells that come, go or move one after another.</Hint> : null}
      <RemovableList
        items={mark.cascades.map(({ id, name }) => ({ id, label: name || 'Cascade' }))}
        onOpen={select}
        onRemove={(id) => edit((draft) => changeMark(draft, mark.id, (found) => removeCascade(found, id)))}
      />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
        {MENUS.map(({ label, ways }) => (
          <MenuButton
            key={label}
            label={label}
            isDisabled={isFull}
            groups={[startsOf(mark, ways).map((id) => ({ id, label: cascadeStart(id).label, note: cascadeStart(id).note }))]}
            onPoint={(name) => point(name, ways)}
            onChoose={(name) => {
              endTrial();
              const { cascade } = begun(name, ways);
              edit((draft) => changeMark(draft, mark.id, (found) => void addCascade(found, cascade)));
              select(cascade.id);
            }}
          >
            <Plus size={13} /> {label}
          </MenuButton>
        ))}
      </div>
    </>
  );
}
