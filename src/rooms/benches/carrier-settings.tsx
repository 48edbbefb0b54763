'use client';

import { Plus, Trash2 } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import type { Carrier } from '@/core/rig/rig';
import { MAX_RAIL_POINTS, railSettingsSchema } from '@/core/rig/carriers/rail';
import { shakeSettingsSchema, type ShakeSettings } from '@/core/rig/carriers/shake';
import { shakeAt, SHAKE_NAMES, SHAKES } from '@/core/rig/shake-model';
import { spectrum } from '@/core/motion/spectrum';
import { framesPerSecond } from '@/core/time/rate';
import type { FieldMeta } from '@/core/schema/fields';
import { Choices, Hint, IconButton, Pick, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { SpectrumChart } from '@/parts/spectrum-chart';
import { hueColour } from '@/parts/theme';
import type { Change } from './carrier-change';
import { LetterPick } from './letter-pick';
import { useProduction } from '../workspace/workspace';

const PLACE: FieldMeta = { label: '', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1, digits: 2, shown: 1 };

function RailPoints({ carrier, change }: { carrier: Extract<Carrier, { kind: 'rail' }>; change: Change<'rail'> }) {
  const { form, points, closed, turns } = carrier.settings;
  return (
    <>
      <Choices
        label="Rail"
        value={form}
        onChange={(next) => change((c) => void (c.settings.form = next))}
        options={[
          { id: 'points', label: 'through points' },
          { id: 'circle', label: 'a circle' },
        ]}
      />
      {form === 'circle' ? (
        <SchemaFields
          shape={railSettingsSchema.shape}
          names={['radius']}
          values={carrier.settings}
          onChange={(_, value, gesture) => change((c) => void (c.settings.radius = value), gesture)}
        />
      ) : null}
      {(form === 'circle' ? [] : points).map((point, i) => (
        <div key={i} style={{ position: 'relative' }}>
          {(['x', 'y', 'z'] as const).map((axis) => (
            <NumberField
              key={axis}
              meta={PLACE}
              label={`Point ${i + 1} ${{ x: 'across', y: 'up', z: 'toward' }[axis]}`}
              value={point[axis]}
              onChange={(value, gesture) =>
                change((c) => void (c.settings.points = c.settings.points.map((p, k) => (k === i ? { ...p, [axis]: value } : p))), gesture)
              }
            />
          ))}
        </div>
      ))}
      <div style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
        <IconButton
          label="Add a point"
          $tone="quiet"
          isDisabled={form === 'circle' || points.length >= MAX_RAIL_POINTS}
          onPress={() =>
            change((c) => {
              const [before, last] = [
                points[points.length - 2] ?? { x: -1, y: 0, z: 0 },
                points[points.length - 1] ?? { x: 0, y: 0, z: 0 },
              ];
              // The rail goes on as it came.
              c.settings.points = [...points, { x: 2 * last.x - before.x, y: 2 * last.y - before.y, z: 2 * last.z - before.z }];
            })
          }
        >
          <Plus size={13} />
        </IconButton>
        <IconButton
          label="Remove the last point"
          $tone="quiet"
          isDisabled={form === 'circle' || points.length <= 2}
          onPress={() => change((c) => void (c.settings.points = points.slice(0, -1)))}
        >
          <Trash2 size={13} />
        </IconButton>
        <Tick
          isSelected={closed || form === 'circle'}
          isDisabled={form === 'circle'}
          onChange={(next) => change((c) => void (c.settings.closed = next))}
        >
          closed
        </Tick>
        <Tick isSelected={turns} onChange={(next) => change((c) => void (c.settings.turns = next))}>
          looks along
        </Tick>
      </div>
    </>
  );
}

const SPECTRUM_RATE = 100;
const SPECTRUM_SAMPLES = 4096;

/** How much of each frequency there is in a shake: across and in turning. */
function ShakeSpectrum({ settings }: { settings: ShakeSettings }) {
  const { preset, seed, loop } = settings;
  const fps = useProduction((p) => framesPerSecond(p.format.rate));
  const curves = useMemo(() => {
    const samples = Array.from({ length: SPECTRUM_SAMPLES }, (_, i) => shakeAt(preset, seed, (i + 1) / SPECTRUM_RATE, loop / fps));
    return [
      {
        name: 'up and down',
        colour: hueColour(150),
        lines: spectrum(
          samples.map(({ y }) => y),
          SPECTRUM_RATE,
        ),
      },
      {
        name: 'pan',
        colour: hueColour(75),
        lines: spectrum(
          samples.map(({ pan }) => pan),
          SPECTRUM_RATE,
        ),
      },
    ];
  }, [preset, seed, loop, fps]);
  return <SpectrumChart curves={curves} label={`Spectrum of the shake ${SHAKES[preset].label}`} />;
}

/** What is set on a carrier beside its channels. */
export function CarrierSettings({
  carrier,
  change: put,
  take = null,
}: {
  carrier: Carrier;
  /** Changes the carrier, which is still of the same kind. */
  change: (recipe: (found: Carrier) => void, gesture?: string | null) => void;
  /** What is set on one that was recorded. */
  take?: ReactNode;
}) {
  const marks = useProduction((p) => p.marks);
  const change = <K extends Carrier['kind']>(recipe: (found: Extract<Carrier, { kind: K }>) => void, gesture: string | null = null) =>
    put((found) => recipe(found as Extract<Carrier, { kind: K }>), gesture);
  if (carrier.kind === 'rail') return <RailPoints carrier={carrier} change={change} />;
  if (carrier.kind === 'ride') {
    const { markId, from, turns, letter } = carrier.settings;
    return (
      <>
        <Pick
          label="Rides on"
          value={markId ?? 'none'}
          onChange={(id) => change<'ride'>((c) => void Object.assign(c.settings, { markId: id === 'none' ? null : id, letter: null }))}
          options={[{ id: 'none', label: 'nothing' }, ...marks.map(({ id, name }) => ({ id, label: name }))]}
        />
        <Choices
          label="Carried"
          value={turns ? 'turned' : 'placed'}
          onChange={(how) => change<'ride'>((c) => void (c.settings.turns = how === 'turned'))}
          options={[
            { id: 'turned', label: 'place and turn' },
            { id: 'placed', label: 'place alone' },
          ]}
        />
        {turns ? null : (
          <LetterPick markId={markId} value={letter} onChange={(next) => change<'ride'>((c) => void (c.settings.letter = next))} />
        )}
        <Hint>
          {turns ? 'Whatever the mark does' : 'Wherever it goes'} since frame {from}, the camera {turns ? 'does' : 'goes'} too.
        </Hint>
      </>
    );
  }
  if (carrier.kind === 'shake') {
    const { settings } = carrier;
    return (
      <>
        <Pick
          label="Carried by"
          value={settings.preset}
          onChange={(preset) => change<'shake'>((c) => void (c.settings.preset = preset))}
          options={SHAKE_NAMES.map((id) => ({ id, label: SHAKES[id].label }))}
        />
        <SchemaFields
          shape={shakeSettingsSchema.shape}
          names={settings.preset === 'hit' ? ['at', 'seed'] : ['seed', 'loop']}
          values={settings}
          onChange={(name, value, gesture) => change<'shake'>((c) => void Object.assign(c.settings, { [name]: value }), gesture)}
        />
        <ShakeSpectrum settings={settings} />
        <Tick isSelected={settings.withLens} onChange={(withLens) => change<'shake'>((c) => void (c.settings.withLens = withLens))}>
          as much in the picture with any lens
        </Tick>
      </>
    );
  }
  return carrier.kind === 'take' ? take : null;
}
