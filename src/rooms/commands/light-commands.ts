import { addLight } from '@/core/production/edits/light-edits';
import { LIGHT_START_NAMES, LIGHT_STARTS, startLighting } from '@/core/production/light-starts';
import { LIGHTS } from '@/core/production/owners/lights/lights';
import type { Workspace } from '../workspace/workspace';

interface LightCommand {
  id: string;
  label: string;
  run: (context: { workspace: Workspace }) => void;
}

/** Adding each kind of light, each way to begin lighting, and seeing all lights again after one was looked at alone. */
export const LIGHT_COMMANDS: LightCommand[] = [
  ...LIGHTS.map(({ kind, label }): LightCommand => ({
    id: `add-light-${kind}`,
    label: `Add a light: ${label.toLowerCase()}`,
    run: ({ workspace: { documents, view } }) =>
      documents.edit((draft) => {
        const id = addLight(draft, kind);
        if (id) view.setState({ selection: { kind: 'owner', id: `lights/${id}` }, pick: null });
      }),
  })),
  ...LIGHT_START_NAMES.map((name): LightCommand => ({
    id: `light-${name}`,
    label: `Begin lighting with: ${LIGHT_STARTS[name].label.toLowerCase()}`,
    run: ({ workspace: { documents } }) => documents.edit((draft) => startLighting(draft, name)),
  })),
  { id: 'all-lights', label: 'See all lights again', run: ({ workspace: { view } }) => view.setState({ soloed: null }) },
];
