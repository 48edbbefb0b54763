'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { MATERIAL_KINDS, MATERIALS, type MaterialKind } from '@/core/production/materials';
import type { Mark } from '@/core/production/mark';
import type { Shell } from '@/core/production/shell';
import { MATERIAL_VALUES, restOf, surfaceOf, type Surface } from '@/core/production/surface';
import { REGIONS, type Region } from '@/core/solid/mesh';
import { Button, Heading, Pick } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { ChannelField } from '../benches/channel-field';
import { useShellDiffers } from '../benches/together';
import { useView, useWorkspace } from '../workspace/workspace';
import { MaterialTray } from './material-tray';
import { PatternsBench } from './patterns-bench';

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

const Buttons = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 6px;
`;

/** Values that say something only of what lets light through. */
const GLASS: readonly string[] = ['bending', 'depth', 'thickness'];

/** A hint of how a surface looks, for its swatch. */
function swatchPicture(surface: Surface): string {
  const { colour, roughness, metalness, glow, transmission, within } = restOf(surface);
  if (transmission > 0.5) {
    const deep = `color-mix(in oklab, ${within} 35%, #12191d)`;
    return `linear-gradient(160deg, white, ${deep} ${12 + roughness * 40}%, ${deep} 70%, ${within})`;
  }
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
export function SurfaceBench({ mark, shell, change }: { mark: Mark; shell: Shell; change: Change }) {
  const [region, setRegion] = useState<Region>('face');
  const differs = useShellDiffers(mark, shell);
  const surface = shell.surfaces[region];
  const path = `marks/${mark.id}/shells/${shell.id}/surfaces/${region}`;
  const { transmission } = surface.channels;
  const isGlass = transmission.rest > 0 || transmission.keys.length > 0;
  const { view } = useWorkspace();
  const copied = useView((s) => s.surface);
  const make = (material: MaterialKind) =>
    change((s) => void (s.surfaces[region] = { ...surfaceOf(material), patterns: s.surfaces[region].patterns }));
  const paste = (regions: readonly Region[], from: Surface) =>
    change((s) => regions.forEach((id) => void (s.surfaces[id] = structuredClone(from))));
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
      <Fold lazy title="Swatches on this mark">
        <MaterialTray
          place={{ markId: mark.id, shell: mark.shells.indexOf(shell), region }}
          material={surface.settings.material}
          onChoose={make}
        />
      </Fold>
      <Pick
        label="Material"
        value={surface.settings.material}
        differs={differs((each) => each.surfaces[region].settings.material)}
        onChange={make}
        options={MATERIAL_KINDS.map((id) => ({ id, label: MATERIALS[id].label }))}
      />
      <ChannelField owner={path} name="colour" />
      {MATERIAL_VALUES.filter((name) => isGlass || !GLASS.includes(name)).map((name) => (
        <ChannelField key={name} owner={path} name={name} rest={MATERIALS[surface.settings.material][name]} />
      ))}
      {isGlass ? <ChannelField owner={path} name="within" /> : null}
      <ChannelField owner={path} name="brushing" />
      <ChannelField owner={path} name="opacity" />
      <PatternsBench path={path} surface={surface} change={(recipe) => change((s) => recipe(s.surfaces[region]))} />
      <Buttons>
        <Button $tone="quiet" onPress={() => paste(REGIONS, surface)}>
          Same on all regions
        </Button>
        <Button $tone="quiet" onPress={() => view.setState({ surface })}>
          Copy this surface
        </Button>
        <Button $tone="quiet" isDisabled={!copied} onPress={() => copied && paste([region], copied)}>
          Paste on {region}
        </Button>
        <Button $tone="quiet" isDisabled={!copied} onPress={() => copied && paste(REGIONS, copied)}>
          Paste on all regions
        </Button>
      </Buttons>
    </>
  );
}
