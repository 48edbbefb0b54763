'use client';

import { Plus, Trash2 } from 'lucide-react';
import { styled } from 'styled-components';
import { addFormat, removeFormat } from '@/core/production/edits/version-edits';
import { FORMAT_PRESETS } from '@/core/production/production';
import { Button, Heading, IconButton, Tick } from '@/parts/controls';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';

const Item = styled.li`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  min-height: 26px;
  > button:not([aria-label^='Remove']) {
    display: flex;
    gap: 8px;
    align-items: baseline;
    min-width: 0;
    border: 0;
    background: none;
    padding: 2px 4px;
    text-align: left;
    font: 500 13px var(--label);
    small {
      font: 11px var(--mono);
      color: var(--faint);
    }
    &[aria-pressed='true'] {
      color: var(--brass);
    }
  }
`;

interface Entry {
  id: string | null;
  name: string;
  width: number;
  height: number;
}

function FormatItem({ id, name, width, height }: Entry) {
  const edit = useEdit();
  const { view } = useWorkspace();
  const isShown = useView((s) => s.shown.formatId === id);
  const isChosen = useView((s) => s.chosenFormats.includes(id));
  const choose = (chosen: boolean) =>
    view.setState(({ chosenFormats }) => ({
      chosenFormats: chosen ? [...chosenFormats, id] : chosenFormats.filter((each) => each !== id),
    }));
  return (
    <Item>
      <Tick aria-label={`Render ${name}`} isSelected={isChosen} onChange={choose}>
        {''}
      </Tick>
      <button
        type="button"
        aria-pressed={isShown}
        aria-label={`Look at ${name}`}
        onClick={() => view.setState(({ shown }) => ({ shown: { ...shown, formatId: id } }))}
      >
        {name}
        <small>
          {width} × {height}
        </small>
      </button>
      {id === null ? null : (
        <IconButton label={`Remove ${name}`} onPress={() => edit((draft) => removeFormat(draft, id))}>
          <Trash2 size={13} />
        </IconButton>
      )}
    </Item>
  );
}

/** The production's own raster and those that it is delivered in too. */
export function FormatList() {
  const edit = useEdit();
  const { view } = useWorkspace();
  const own = useProduction((p) => p.format);
  const formats = useProduction((p) => p.versions.formats);
  const isThere = ({ width, height }: { width: number; height: number }) =>
    [own, ...formats].some((each) => each.width === width && each.height === height);
  const offered = FORMAT_PRESETS.filter((preset) => !isThere(preset));
  const add = (preset: (typeof FORMAT_PRESETS)[number]) => {
    let id: string | null = null;
    edit((draft) => {
      // What stands in names of files is as short as it can be.
      id = addFormat(draft, { name: preset.label, width: preset.width, height: preset.height });
    });
    if (id !== null)
      view.setState(({ shown, chosenFormats }) => ({ shown: { ...shown, formatId: id }, chosenFormats: [...chosenFormats, id] }));
  };
  return (
    <>
      <Heading as="h2">Formats</Heading>
      <ul aria-label="Formats" style={{ listStyle: 'none', margin: 0, padding: 0 }}>
        <FormatItem id={null} name="As composed" width={own.width} height={own.height} />
        {formats.map(({ id, name, width, height }) => (
          <FormatItem key={id} id={id} name={name} width={width} height={height} />
        ))}
      </ul>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 5, marginTop: 6 }}>
        {offered.map((preset) => (
          <Button key={preset.label} $tone="quiet" onPress={() => add(preset)}>
            <Plus size={12} /> {preset.label}
          </Button>
        ))}
      </div>
    </>
  );
}
