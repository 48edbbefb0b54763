'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { MATERIAL_KINDS, MATERIALS, surfaceOf, surfaceSchema, type Surface } from '@/core/production/materials';
import { bevelSchema, shellSchema, type Mark, type Shell } from '@/core/production/mark';
import { fieldMeta } from '@/core/schema/fields';
import { PROFILE_KINDS } from '@/core/solid/profile';
import { REGIONS, type Region } from '@/core/solid/mesh';
import { Button, Choices, Heading, Pick } from '@/parts/controls';
import { ColourField } from '@/parts/fields/colour-field';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit } from '../shared/workspace';

const Swatches = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-bottom: 6px;
`;
const Swatch = styled.button<{ $on: boolean }>`
  height: 40px;
  border-radius: 2px;
  border: 1px solid ${({ $on }) => ($on ? 'var(--verdigris)' : 'transparent')};
  display: flex;
  align-items: flex-end;
  padding: 3px 6px;
  font: 500 12px var(--label);
  color: #fff;
  text-shadow: 0 0 3px #000, 0 0 3px #000;
  cursor: default;
`;

/** A hint of how a surface looks, for its swatch. */
function swatchPicture({ material, colour, roughness }: Surface): string {
  const { metalness, glow } = MATERIALS[material];
  if (glow > 0) return colour;
  if (metalness === 0) return `linear-gradient(160deg, color-mix(in oklab, ${colour} 80%, white), ${colour} 45%, color-mix(in oklab, ${colour} 70%, black))`;
  const soft = 4 + roughness * 40;
  return `linear-gradient(160deg, color-mix(in oklab, ${colour} 70%, white) 0%, ${colour} ${30 - soft / 4}%, color-mix(in oklab, ${colour} 22%, black) ${30 + soft}%, ${colour} 85%, color-mix(in oklab, ${colour} 80%, white))`;
}

type End = 'front' | 'back';

/** A mark's shell: its depth, its bevels, and what its regions are made of. */
export function ShellBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const [region, setRegion] = useState<Region>('face');
  const shell = mark.shells[0] as Shell;
  const surface = shell.surfaces[region];
  const change = (recipe: (shell: Shell) => void, gesture: string | null = null) =>
    edit((draft) => {
      const found = draft.marks.find((m) => m.id === mark.id)?.shells[0];
      if (found) recipe(found);
    }, gesture);
  const bevel = (end: End, title: string) => (
    <>
      <Heading>{title}</Heading>
      <Choices
        label={`Kind of the ${title.toLowerCase()}`}
        value={shell[end].kind}
        onChange={(kind) => change((s) => void (s[end].kind = kind))}
        options={(['none', ...PROFILE_KINDS] as const).map((id) => ({ id, label: id }))}
      />
      {shell[end].kind === 'none' ? null : (
        <NumberField meta={fieldMeta(bevelSchema.shape, 'size')} label={`${end === 'front' ? 'Front' : 'Back'} size`} value={shell[end].size} onChange={(size, gesture) => change((s) => void (s[end].size = size), gesture)} />
      )}
    </>
  );
  const dress = (next: Partial<Surface>, gesture: string | null = null) => change((s) => void Object.assign(s.surfaces[region], next), gesture);
  return (
    <>
      <Heading>Depth</Heading>
      <NumberField meta={fieldMeta(shellSchema.shape, 'depth')} value={shell.depth} onChange={(depth, gesture) => change((s) => void (s.depth = depth), gesture)} />
      {bevel('front', 'Front bevel')}
      {bevel('back', 'Back bevel')}
      <Heading>Surfaces</Heading>
      <Swatches role="radiogroup" aria-label="Region">
        {REGIONS.map((id) => (
          <Swatch key={id} type="button" role="radio" aria-checked={region === id} $on={region === id} style={{ background: swatchPicture(shell.surfaces[id]) }} onClick={() => setRegion(id)}>
            {id}
          </Swatch>
        ))}
      </Swatches>
      <Pick
        label="Material"
        value={surface.material}
        onChange={(material) => change((s) => void (s.surfaces[region] = surfaceOf(material)))}
        options={MATERIAL_KINDS.map((id) => ({ id, label: MATERIALS[id].label }))}
      />
      <ColourField label="Colour" value={surface.colour} onChange={(colour, gesture) => dress({ colour }, gesture)} />
      <NumberField meta={{ ...fieldMeta(surfaceSchema.shape, 'roughness'), rest: MATERIALS[surface.material].roughness }} value={surface.roughness} onChange={(roughness, gesture) => dress({ roughness }, gesture)} />
      <div style={{ marginTop: 6 }}>
        <Button $tone="quiet" onPress={() => change((s) => REGIONS.forEach((id) => void (s.surfaces[id] = { ...surface })))}>
          Same on all regions
        </Button>
      </div>
    </>
  );
}
