'use client';

import { Eye, EyeOff } from 'lucide-react';
import { memo, type MouseEvent, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { isShown } from '@/core/frame/mark-pose';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { bearersOf } from '@/core/production/carried';
import { ownerAt } from '@/core/production/owners/owners';
import type { Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import { resolverOf } from '@/core/production/resolver';
import { ListEntry } from '@/parts/list-entry';
import { hueColour } from '@/parts/theme';
import { sceneFrame, useSceneFrame } from '../looking/seen';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import type { Selection } from '../workspace/view-store';

const Sheet = styled.nav`
  flex: 1;
  min-width: 0;
  overflow-y: auto;
  background: var(--panel);
  padding: 10px 0;
`;
const Title = styled.h2`
  font: 500 12px var(--label);
  color: var(--faint);
  letter-spacing: 0.03em;
  padding: 8px 14px 3px;
`;
const Entry = styled(ListEntry).attrs({ as: 'div' })`
  > button:first-child span:last-child {
    color: var(--faint);
    font-size: 12px;
    flex: none;
  }
  &:has(> button + button):hover > button:first-child span:last-child {
    visibility: hidden;
  }
`;
const Eyes = styled.button`
  border: 0;
  background: none;
  position: absolute;
  right: 5px;
  padding: 2px;
  background: var(--raised);
  color: var(--dim);
  opacity: 0;
  display: flex;
  *:hover > &,
  &:focus-visible,
  &[aria-pressed='false'] {
    opacity: 1;
  }
`;

function Line({
  selection,
  hue,
  name,
  note,
  hidden,
  deep = 0,
  onShow,
}: {
  selection: Selection;
  hue: number | null;
  name: string;
  note: string;
  hidden?: boolean;
  /** How many others carry it: it stands in by so much. */
  deep?: number | undefined;
  onShow?: () => void;
}) {
  const { view } = useWorkspace();
  const several = useProduction((p) => p.cameras.length > 1);
  const { on, more } = useView((s) => ({
    on: s.selection?.kind === selection.kind && s.selection.id === selection.id,
    more: selection.kind === 'mark' && s.also.includes(selection.id),
  }));
  const select = (event: MouseEvent) => {
    if (!(event.ctrlKey || event.metaKey || event.shiftKey) || selection.kind !== 'mark') {
      view.setState({
        selection,
        also: [],
        pick: null,
        keys: [],
        ...(selection.kind === 'camera' && several ? { through: selection.id, carrierId: null } : {}),
      });
      return;
    }
    view.setState((state) => {
      if (state.selection?.kind !== 'mark') return { selection, also: [], pick: null };
      if (state.selection.id === selection.id) return state;
      return { also: state.also.includes(selection.id) ? state.also.filter((id) => id !== selection.id) : [...state.also, selection.id] };
    });
  };
  return (
    <Entry $hue={hueColour(hue)} $on={on || more} $hidden={hidden}>
      <button
        type="button"
        aria-current={on}
        aria-pressed={more || undefined}
        onClick={select}
        style={deep > 0 ? { paddingLeft: 11 + 12 * deep } : undefined}
      >
        <span>{name}</span>
        <span>{note}</span>
      </button>
      {onShow ? (
        <Eyes type="button" aria-pressed={!hidden} aria-label={hidden ? `Show ${name}` : `Hide ${name}`} onClick={onShow}>
          {hidden ? <EyeOff size={13} /> : <Eye size={13} />}
        </Eyes>
      ) : null}
    </Entry>
  );
}

/** A mark in the list, drawn anew only where it changed: there may be many. */
const MarkLine = memo(function MarkLine({ mark: { id, hue, name, body }, shown, deep }: { mark: Mark; shown: boolean; deep: number }) {
  const { documents, view } = useWorkspace();
  const show = () => {
    const { production } = documents.store.getState();
    const frame = sceneFrame(production, view.getState().playhead);
    documents.edit((draft) => setChannelValue(draft, { owner: `marks/${id}`, name: 'on' }, frame, !shown));
  };
  return <Line selection={{ kind: 'mark', id }} hue={hue} name={name} note={body.kind} hidden={!shown} deep={deep} onShow={show} />;
});

interface SheetLine {
  path: string;
  label: string;
  isOn: boolean;
  deep?: number;
}

/** What lights the marks, and what stands around them and finishes the picture, as the sheet lists it. */
function sheetOf(production: Production, frame: number): { lights: SheetLine[]; set: SheetLine[] } {
  const resolver = resolverOf(production);
  const lineOf = (path: string, deep = 0): SheetLine => ({
    path,
    label: ownerAt(production, path)?.label ?? '',
    isOn: resolver.at(path, 'on', frame) !== false,
    deep,
  });
  const { lights, set, domes, finish } = production;
  return {
    lights: lights.map(({ id }) => lineOf(`lights/${id}`)),
    set: [
      ...set.flatMap(({ id, kind }) => [
        lineOf(`set/${id}`),
        ...(kind === 'dome' ? domes.map((dome) => lineOf(`domes/${dome.id}`, 1)) : []),
      ]),
      ...finish.map(({ id }) => lineOf(`finish/${id}`)),
    ],
  };
}

/** The list of what is in the production. */
export function CallSheet({ children, belowLights }: { children?: ReactNode; belowLights?: ReactNode }) {
  const production = useProduction((p) => p);
  const { marks, cameras } = production;
  const frame = useSceneFrame();
  const sheet = sheetOf(production, frame);
  return (
    <Sheet aria-label="Call sheet">
      <Title>Marks</Title>
      {marks.length === 0 ? (
        <p style={{ padding: '2px 14px', color: 'var(--faint)', fontSize: 12 }}>No marks yet. Add words in Shape.</p>
      ) : null}
      {marks.map((mark) => (
        <MarkLine
          key={mark.id}
          mark={mark}
          shown={isShown(production, mark, frame)}
          deep={mark.settings.carrierId === null ? 0 : bearersOf(marks, mark.id).length}
        />
      ))}
      {children}
      <Title>Cameras</Title>
      {cameras.map((camera) => (
        <Line
          key={camera.id}
          selection={{ kind: 'camera', id: camera.id }}
          hue={camera.hue}
          name={camera.name}
          note={`${camera.carriers.length} ${camera.carriers.length === 1 ? 'carrier' : 'carriers'}`}
        />
      ))}
      <Title>Lights</Title>
      {sheet.lights.map(({ path, label, isOn }) => (
        <Line key={path} selection={{ kind: 'owner', id: path }} hue={null} name={label} note={isOn ? '' : 'off'} />
      ))}
      {belowLights}
      <Title>Set</Title>
      {sheet.set.map(({ path, label, isOn, deep }) => (
        <Line key={path} selection={{ kind: 'owner', id: path }} hue={null} name={label} note={isOn ? '' : 'off'} deep={deep} />
      ))}
    </Sheet>
  );
}
