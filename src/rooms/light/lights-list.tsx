'use client';

import { Lightbulb, Plus, Sparkles } from 'lucide-react';
import { styled } from 'styled-components';
import { addLight } from '@/core/production/edits/light-edits';
import { LIGHT_START_NAMES, LIGHT_STARTS, startLighting } from '@/core/production/light-starts';
import { LIGHTS, type LightKindName } from '@/core/production/owners/lights/lights';
import { MAX_LIGHTS } from '@/core/production/production';
import { Button } from '@/parts/controls';
import { MenuButton } from '@/parts/menu-button';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Adding = styled.div`
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  padding: 6px 8px 0;
`;

const KINDS = [LIGHTS.map(({ kind, label }) => ({ id: kind, label }))];
const STARTS = [LIGHT_START_NAMES.map((id) => ({ id, ...LIGHT_STARTS[id] }))];

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
      <MenuButton label="Kind of light" groups={KINDS} isDisabled={count >= MAX_LIGHTS} onChoose={add}>
        <Plus size={13} /> Light
      </MenuButton>
      <MenuButton
        label="Ways to begin lighting"
        groups={STARTS}
        onChoose={(name) => {
          edit((draft) => startLighting(draft, name, reach));
          view.setState({ selection: null, soloed: null });
        }}
      >
        <Sparkles size={13} /> Begin with
      </MenuButton>
      {soloed ? (
        <Button $tone="quiet" onPress={() => view.setState({ soloed: null })}>
          <Lightbulb size={13} /> All lights again
        </Button>
      ) : null}
    </Adding>
  );
}
