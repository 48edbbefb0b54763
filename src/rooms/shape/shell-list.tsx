'use client';

import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Plus, Trash2 } from 'lucide-react';
import { styled } from 'styled-components';
import { markInSamePlane, partFromMark } from '@/core/frame/shared-mark-planes';
import { changeMark } from '@/core/production/edits/mark-edits';
import { addShell, duplicateShell, moveShell, removeShell } from '@/core/production/edits/shell-edits';
import type { Mark } from '@/core/production/mark';
import { MAX_SHELLS, type Shell } from '@/core/production/shell';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { resolverOf } from '@/core/production/resolver';
import { MATERIALS } from '@/core/production/materials';
import { partPlanes, sharedPlanes } from '@/core/production/planes';
import { hueFor } from '@/core/production/production';
import { Button, Heading, IconButton, Notice } from '@/parts/controls';
import { ListEntry } from '@/parts/list-entry';
import { hueColour } from '@/parts/theme';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const List = styled.ul`
  list-style: none;
  margin: 0 -12px 4px;
  padding: 0;
`;
const Tools = styled.div`
  display: flex;
  gap: 2px;
  button {
    width: 24px;
    height: 22px;
  }
`;

/** How far it stands out from the outline; on the outline itself, what its face is made of. */
function note({ offset, surfaces }: Shell): string {
  if (offset === 0) return MATERIALS[surfaces.face.settings.material].label.toLowerCase();
  return `${Math.abs(Math.round(offset))} mm ${offset > 0 ? 'out' : 'in'}`;
}

/** The shell that is on the bench: the one chosen, else the first. */
export function useShell(mark: Mark): Shell {
  const shellId = useView((s) => s.shellId);
  return mark.shells.find((shell) => shell.id === shellId) ?? (mark.shells[0] as Shell);
}

/** The shells of a mark, and what can be done with the one chosen. */
export function ShellList({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const chosen = useShell(mark);
  const index = mark.shells.indexOf(chosen);
  const choose = (id: string | null) => id && view.setState({ shellId: id });
  const [shared] = sharedPlanes(mark);
  const production = useProduction((p) => p);
  const facts = useView((s) => s.facts);
  const frame = useSceneFrame();
  const pathOf = (shell: Shell) => `marks/${mark.id}/shells/${shell.id}`;
  const isOn = (shell: Shell) => resolverOf(production).at(pathOf(shell), 'on', frame) === true;
  const beside = markInSamePlane(production, mark.id, frame, (id) => facts[id]?.bounds);
  const full = mark.shells.length >= MAX_SHELLS;
  return (
    <>
      <Heading>Shells</Heading>
      <List aria-label="Shells">
        {mark.shells.map((shell, i) => (
          <ListEntry key={shell.id} $hue={hueColour(hueFor(i))} $on={shell === chosen} $hidden={!isOn(shell)}>
            <button type="button" aria-current={shell === chosen} onClick={() => choose(shell.id)}>
              <span>{shell.name}</span>
              <small>{note(shell)}</small>
            </button>
            <IconButton
              label={isOn(shell) ? `Hide shell ${shell.name}` : `Show shell ${shell.name}`}
              $tone="quiet"
              onPress={() => edit((draft) => setChannelValue(draft, { owner: pathOf(shell), name: 'on' }, frame, !isOn(shell)))}
            >
              {isOn(shell) ? <Eye size={13} /> : <EyeOff size={13} />}
            </IconButton>
          </ListEntry>
        ))}
      </List>
      {shared ? (
        <Notice role="status">
          {shared.first.name} and {shared.second.name} have their {shared.side === 'to' ? 'faces' : 'backs'} in one plane and would flicker.
          <Button onPress={() => edit((draft) => changeMark(draft, mark.id, partPlanes))}>Part them by 1 mm</Button>
        </Notice>
      ) : null}
      {beside ? (
        <Notice role="status">
          The face lies in one plane with that of {beside.name}, and would flicker where they overlap.
          <Button
            onPress={() => edit((draft) => changeMark(draft, mark.id, (found) => partFromMark(draft, found, frame, boundsIn(facts))))}
          >
            Move it forward by 1 mm
          </Button>
        </Notice>
      ) : null}
      <Tools role="toolbar" aria-label="Shells">
        <IconButton
          label="Add a shell behind"
          $tone="quiet"
          isDisabled={full}
          onPress={() => edit((draft) => void choose(addShell(draft, mark.id)))}
        >
          <Plus size={14} />
        </IconButton>
        <IconButton
          label="Duplicate the shell"
          $tone="quiet"
          isDisabled={full}
          onPress={() => edit((draft) => void choose(duplicateShell(draft, mark.id, chosen.id)))}
        >
          <Copy size={13} />
        </IconButton>
        <IconButton
          label="Move the shell up the list"
          $tone="quiet"
          isDisabled={index === 0}
          onPress={() => edit((draft) => moveShell(draft, mark.id, chosen.id, -1))}
        >
          <ArrowUp size={13} />
        </IconButton>
        <IconButton
          label="Move the shell down the list"
          $tone="quiet"
          isDisabled={index === mark.shells.length - 1}
          onPress={() => edit((draft) => moveShell(draft, mark.id, chosen.id, 1))}
        >
          <ArrowDown size={13} />
        </IconButton>
        <IconButton
          label="Remove the shell"
          $tone="quiet"
          isDisabled={mark.shells.length === 1}
          onPress={() => edit((draft) => removeShell(draft, mark.id, chosen.id))}
        >
          <Trash2 size={13} />
        </IconButton>
      </Tools>
    </>
  );
}
