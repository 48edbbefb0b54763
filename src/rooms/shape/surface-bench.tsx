'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { MATERIAL_KINDS, MATERIALS, surfaceOf, surfaceSchema, type Surface } from '@/core/production/materials';
import type { Shell } from '@/core/production/mark';
import { fieldMeta } from '@/core/schema/fields';
import { REGIONS, type Region } from '@/core/solid/mesh';
import { Button, Heading, Pick } from '@/parts/controls';
import { ColourField } from '@/parts/fields/colour-field';
import { NumberField } from '@/parts/fields/number-field';

const Swatches = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-bottom: 6px;
`;
const Swatch = styled.button<{ $on: boolean }>`
  height: 34px;
  border-radius: 2px;
  border: 1px solid ${({ $on }) => ($on ? 'var(--verdigris)' : 'transparent')};
  display: flex;
  align-items: flex-end;
  padding: 3px 6px;
  font: 500 12px var(--label);
  color: #fff;
  text-shadow:
    0 0 3px #000,
    0 0 3px #000;
  cursor: default;
`;

/** A hint of how a surface looks, for its swatch. */
function swatchPicture({ material, colour, roughness }: Surface): string {
  const { metalness, glow } = MATERIALS[material];
  if (glow > 0) return colour;
  if (metalness === 0)
    return `linear-gradient(160deg, color-mix(in oklab, ${colour} 80%, white), ${colour} 45%, color-mix(in oklab, ${colour} 70%, black))`;
  const soft = 4 + roughness * 40;
  return (
    `linear-gradient(160deg, color-mix(in oklab, ${colour} 70%, white) 0%, ${colour} ${30 - soft / 4}%, ` +
    `color-mix(in oklab, ${colour} 22%, black) ${30 + soft}%, ${colour} 85%, color-mix(in oklab, ${colour} 80%, white))`
  );
}

type Change = (recipe: (shell: Shell) => void, gesture?: string | null) => void;

/** What the regions of a shell are made of. */
export function SurfaceBench({ shell, change }: { shell: Shell; change: Change }) {
  const [region, setRegion] = useState<Region>('face');
  const surface = shell.surfaces[region];
  const dress = (next: Partial<Surface>, gesture: string | null = null) =>
    change((s) => void Object.assign(s.surfaces[region], next), gesture);
  const number = (name: 'roughness' | 'opacity', rest?: number) => {
    const meta = fieldMeta(surfaceSchema.shape, name);
    return (
      <NumberField
        meta={{ ...meta, rest: rest ?? meta.rest }}
        value={surface[name]}
        onChange={(value, gesture) => dress({ [name]: value }, gesture)}
      />
    );
  };
  return (
    <>
      <Heading>Surfaces</Heading>
      <Swatches role="radiogroup" aria-label="Region">
        {REGIONS.map((id) => (
          <Swatch
            key={id}
            type="button"
            role="radio"
            aria-checked={region === id}
            $on={region === id}
            style={{ background: swatchPicture(shell.surfaces[id]) }}
            onClick={() => setRegion(id)}
          >
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
      {number('roughness', MATERIALS[surface.material].roughness)}
      {number('opacity')}
      <div style={{ marginTop: 6 }}>
        <Button $tone="quiet" onPress={() => change((s) => REGIONS.forEach((id) => void (s.surfaces[id] = { ...surface })))}>
          Same on all regions
        </Button>
      </div>
    </>
  );
}
