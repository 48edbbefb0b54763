'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { changeMark } from '@/core/production/edits/mark-edits';
import { pathKind, type Mark, type Outline, type OutlinePath } from '@/core/production/mark';
import { MATERIAL_KINDS, MATERIALS } from '@/core/production/materials';
import { restOf, surfaceKind, surfaceOf } from '@/core/production/surface';
import { Heading, Pick } from '@/parts/controls';
import { ListEntry } from '@/parts/list-entry';
import { ChannelField } from '../benches/channel-field';
import { Hint } from '../layout/panes';
import { useEdit } from '../workspace/workspace';
import { DrawingSight } from './drawing-sight';

const List = styled.ul`
  max-height: 160px;
  overflow-y: auto;
  margin: 0 0 6px;
  padding: 0;
  border: 1px solid var(--line);
  svg {
    flex: none;
  }
`;
const PLACES = Object.keys(pathKind.channels.shape);
const LOOKS = Object.keys(surfaceKind.channels.shape);

const nameOf = ({ name }: OutlinePath, i: number): string => name || `Part ${i + 1}`;
const colourOf = ({ surface, colour }: OutlinePath): string => (surface ? restOf(surface).colour : (colour ?? '#888888'));

/** The parts of a drawing: each can have a look of its own, and move by itself. */
export function PartsBench({ mark, outline }: { mark: Mark; outline: Outline }) {
  const edit = useEdit();
  const [picked, setPicked] = useState<string | null>(null);
  const { paths } = outline;
  if (paths.length < 2) return null;
  const index = paths.findIndex(({ id }) => id === picked);
  const part = paths[index];
  const path = part && `marks/${mark.id}/body/paths/${part.id}`;
  const dress = (material: string) =>
    edit((draft) =>
      changeMark(draft, mark.id, ({ body }) => {
        const own = body.kind === 'outline' ? body.paths.find(({ id }) => id === picked) : undefined;
        if (!own) return;
        if (material === 'same') delete own.surface;
        else own.surface = surfaceOf({ material: material as (typeof MATERIAL_KINDS)[number], colour: colourOf(own) });
      }),
    );
  return (
    <>
      <Heading>Parts</Heading>
      <List aria-label="Parts of the drawing">
        {paths.map((each, i) => (
          <ListEntry key={each.id} $hue={colourOf(each)} $on={each.id === picked}>
            <button type="button" aria-pressed={each.id === picked} onClick={() => setPicked(each.id === picked ? null : each.id)}>
              <span>{nameOf(each, i)}</span>
              <DrawingSight parts={[{ ...each, colour: colourOf(each) }]} size={26} />
            </button>
          </ListEntry>
        ))}
      </List>
      {part && path ? (
        <>
          <Heading>{nameOf(part, index)}</Heading>
          <Pick
            label="Material"
            value={part.surface?.settings.material ?? 'same'}
            onChange={dress}
            options={[{ id: 'same', label: 'as the shell' }, ...MATERIAL_KINDS.map((id) => ({ id, label: MATERIALS[id].label }))]}
          />
          {part.surface ? LOOKS.map((name) => <ChannelField key={name} owner={`${path}/surface`} name={name} />) : null}
          {PLACES.map((name) => (
            <ChannelField key={name} owner={path} name={name} />
          ))}
        </>
      ) : (
        <Hint>Select a part to give it a look or a move of its own.</Hint>
      )}
    </>
  );
}
