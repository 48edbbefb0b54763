'use client';

import { Frame, Grid3x3, Layers2, ScanEye } from 'lucide-react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { useView, useWorkspace } from '../workspace/workspace';

const Group = styled(ToggleButtonGroup)`
  display: flex;
  gap: 1px;
`;
const Toggle = styled(ToggleButton)`
  width: 20px;
  height: 18px;
  padding: 0;
  display: flex;
  align-items: center;
  justify-content: center;
  border: 0;
  border-radius: 3px;
  background: none;
  color: var(--faint);
  &[data-hovered] {
    color: var(--text);
    background: var(--raised);
  }
  &[data-selected] {
    color: var(--verdigris);
  }
`;

const GUIDES = [
  { id: 'safeAreas', label: 'Safe areas', icon: Frame },
  { id: 'thirds', label: 'Thirds of the frame', icon: Grid3x3 },
  { id: 'ghosts', label: 'Stations before and after', icon: Layers2 },
  { id: 'sharpness', label: 'What is sharp', icon: ScanEye },
] as const;

/** What is laid over the picture in the lens view. */
export function GuideButtons() {
  const { view } = useWorkspace();
  const on = useView(({ safeAreas, thirds, ghosts, sharpness }) => ({ safeAreas, thirds, ghosts, sharpness }));
  return (
    <Group
      aria-label="Over the picture"
      selectionMode="multiple"
      selectedKeys={GUIDES.flatMap(({ id }) => (on[id] ? [id] : []))}
      onSelectionChange={(keys) => view.setState(Object.fromEntries(GUIDES.map(({ id }) => [id, keys.has(id)])))}
    >
      {GUIDES.map(({ id, label, icon: Icon }) => (
        <Toggle key={id} id={id} aria-label={label} ref={(element) => element?.setAttribute('title', label)}>
          <Icon size={12} />
        </Toggle>
      ))}
    </Group>
  );
}
