'use client';

import { useState, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { changeMark } from '@/core/production/edits/mark-edits';
import { pathKind, type Mark } from '@/core/production/mark';
import { MATERIAL_KINDS, MATERIALS } from '@/core/production/materials';
import { ownParts, type OwnPart } from '@/core/production/own-parts';
import { surfaceKind, surfaceOf } from '@/core/production/surface';
import { Heading, Hint, Pick } from '@/parts/controls';
import { ListEntry } from '@/parts/list-entry';
import { ChannelField } from '../benches/channel-field';
import { useEdit } from '../workspace/workspace';

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

/** A part as the list shows it. */
export interface ListedPart {
  id: string;
  name: string;
  /** #rrggbb that stands for it. */
  colour: string;
  sight?: ReactNode;
}

/** The parts of a drawing or of a model: each can have a look of its own, and move by itself. */
export function PartsBench({ mark, parts, what }: { mark: Mark; parts: readonly ListedPart[]; what: string }) {
  const edit = useEdit();
  const [picked, setPicked] = useState<string | null>(null);
  const { list, place } = ownParts(mark.body);
  const shown = parts.find(({ id }) => id === picked);
  const part = list.find(({ id }) => id === picked);
  const path = `marks/${mark.id}/${place}/${picked}`;
  const dress = (material: string) =>
    edit((draft) =>
      changeMark(draft, mark.id, ({ body }) => {
        const own = ownParts(body).list.find(({ id }) => id === picked) as OwnPart | undefined;
        if (!own || !shown) return;
        if (material === 'same') delete own.surface;
        else own.surface = surfaceOf({ material: material as (typeof MATERIAL_KINDS)[number], colour: shown.colour });
      }),
    );
  return (
    <>
      <Heading>Parts</Heading>
      <List aria-label={`Parts of the ${what}`}>
        {parts.map(({ id, name, colour, sight }) => (
          <ListEntry key={id} $hue={colour} $on={id === picked}>
            <button type="button" aria-pressed={id === picked} onClick={() => setPicked(id === picked ? null : id)}>
              <span>{name}</span>
              {sight}
            </button>
          </ListEntry>
        ))}
      </List>
      {part && shown ? (
        <>
          <Heading>{shown.name}</Heading>
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
