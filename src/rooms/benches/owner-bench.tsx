'use client';

import type { ComponentType } from 'react';
import type { DisplayCurve } from '@/core/colour/display';
import { numberNames } from '@/core/schema/fields';
import { BACKDROPS } from '@/core/production/owners/backdrops/backdrops';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import { DOME_ELEMENTS } from '@/core/production/owners/dome-elements/elements';
import { LIGHTS } from '@/core/production/owners/lights/lights';
import { ownerAt } from '@/core/production/owners/owners';
import { REGIONS_OF_SPACE } from '@/core/production/owners/regions/regions';
import { MARK_CARRIERS } from '@/core/rig/mark-carriers';
import { Heading } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { BackdropBench } from './backdrop-bench';
import { CascadeBench } from './cascade-bench';
import { ChannelField } from './channel-field';
import { EffectBench } from './effect-bench';
import { DomeBench } from './light/dome-bench';
import { ElementBench } from './light/element-bench';
import { LightBench } from './light/light-bench';
import { SurroundingsBench } from './light/surroundings-bench';
import { FormatFields } from './format-fields';
import { GradientGroundBench } from './gradient-ground-bench';
import { LightChoice } from './light-choice';
import { MarkCarrierBench } from './mark-carriers';
import { PlateBench } from './plate-bench';
import { RegionBench } from './regions-bench';
import { SettingChoice } from './setting-choice';
import { useEdit, useProduction } from '../workspace/workspace';

/** Benches of kinds for which their schema says too little. */
const OWN_BENCHES: Record<string, ComponentType<{ path: string }> | undefined> = {
  plate: PlateBench,
  cascade: CascadeBench,
  ...Object.fromEntries(REGIONS_OF_SPACE.map(({ kind }) => [kind, RegionBench])),
  ...Object.fromEntries(MARK_CARRIERS.map(({ kind }) => [kind, MarkCarrierBench])),
  'gradient-ground': GradientGroundBench,
  ...Object.fromEntries(BACKDROPS.map(({ kind }) => [kind, BackdropBench])),
  ...Object.fromEntries(EFFECTS.map(({ kind }) => [kind, EffectBench])),
  dome: DomeBench,
  surroundings: SurroundingsBench,
  ...Object.fromEntries(LIGHTS.map(({ kind }) => [kind, LightBench])),
  ...Object.fromEntries(DOME_ELEMENTS.map(({ kind }) => [kind, ElementBench])),
};

/** What the curves of the display are called. */
const CURVES: Record<DisplayCurve, string> = { rolled: 'rolled off', plain: 'plain sRGB', filmic: 'filmic' };

/** What is set of the picture beside its values. */
function OfThePicture() {
  return (
    <>
      <LightChoice />
      <SettingChoice owner="finish/display" name="curve" row="Shown" label="Curve of the display" words={CURVES} />
      <Heading>Frame and length</Heading>
      <FormatFields />
    </>
  );
}

/** What is asked for beside an owner's own values. */
const BESIDE: Record<string, ComponentType | undefined> = { display: OfThePicture };

/** The bench of an owner that has none of its own: its channels in their order, then the numbers that are set on it. */
export function OwnerBench({ path }: { path: string }) {
  const edit = useEdit();
  const found = useProduction((production) => ownerAt(production, path)?.channels) && path;
  const settings = useProduction((production) => ownerAt(production, path)?.settings);
  const owner = useProduction((production) => ownerAt(production, path)?.kind);
  const label = useProduction((production) => ownerAt(production, path)?.label);
  if (!found || !owner || !settings) return null;
  const Own = OWN_BENCHES[owner.kind];
  if (Own) return <Own path={path} />;
  const { shape } = owner.settings;
  const Beside = BESIDE[owner.kind];
  return (
    <>
      <Heading>{label}</Heading>
      {Object.keys(owner.channels.shape).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
      <SchemaFields
        shape={shape}
        names={numberNames(shape)}
        values={settings}
        onChange={(name, value, gesture) =>
          edit((draft) => {
            const changed = ownerAt(draft, path);
            if (changed) changed.settings[name] = value;
          }, gesture)
        }
      />
      {Beside ? <Beside /> : null}
    </>
  );
}
