'use client';

import { Lightbulb, Plus, Sparkles } from 'lucide-react';
import { Menu as AriaMenu, MenuTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { addLight } from '@/core/production/edits/light-edits';
import { LIGHT_START_NAMES, LIGHT_STARTS, startLighting, type LightStartName } from '@/core/production/light-starts';
import { LIGHTS, type LightKindName } from '@/core/production/owners/lights/lights';
import { MAX_LIGHTS } from '@/core/production/production';
import { Button, Menu } from '@/parts/controls';
import { MenuLine } from '@/parts/menu-line';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Adding = styled.div`
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  padding: 6px 8px 0;
`;

/** Ways in which lights come into a production. */
export function AddLights({ reach }: { reach: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const count = useProduction((p) => p.lights.length);
  const soloed = useView((s) => s.soloed);
  const add = (kind: LightKindName) =>
    edit((draft) => {
      // Off to one side of the marks, and as far off as they are wide.
      const by = Math.max(0.3, reach / 3);
      const place: Record<string, number> = kind === 'sun' ? {} : { x: -3 * by, y: 2.6 * by, z: 4 * by };
      const id = addLight(draft, kind, { channels: place });
      if (id) view.setState({ selection: { kind: 'owner', id: `lights/${id}` }, pick: null });
    });
  return (
    <Adding>
      <MenuTrigger>
        <Button $tone="quiet" isDisabled={count >= MAX_LIGHTS}>
          <Plus size={13} /> Light
        </Button>
        <Menu>
          <AriaMenu aria-label="Kind of light" style={{ outline: 'none' }} onAction={(kind) => add(kind as LightKindName)}>
            {LIGHTS.map(({ kind, label }) => (
              <MenuLine key={kind} id={kind}>
                {label}
              </MenuLine>
            ))}
          </AriaMenu>
        </Menu>
      </MenuTrigger>
      <MenuTrigger>
        <Button $tone="quiet">
          <Sparkles size={13} /> Begin with
        </Button>
        <Menu>
          <AriaMenu
            aria-label="Ways to begin lighting"
            style={{ outline: 'none' }}
            onAction={(name) => {
              edit((draft) => startLighting(draft, name as LightStartName, reach));
              view.setState({ selection: null, soloed: null });
            }}
          >
            {LIGHT_START_NAMES.map((name) => (
              <MenuLine key={name} id={name} textValue={LIGHT_STARTS[name].label}>
                {LIGHT_STARTS[name].label}
                <small>{LIGHT_STARTS[name].note}</small>
              </MenuLine>
            ))}
          </AriaMenu>
        </Menu>
      </MenuTrigger>
      {soloed ? (
        <Button $tone="quiet" onPress={() => view.setState({ soloed: null })}>
          <Lightbulb size={13} /> All lights again
        </Button>
      ) : null}
    </Adding>
  );
}
