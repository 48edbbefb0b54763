'use client';

import { Copy, Lightbulb, Trash2 } from 'lucide-react';
import { styled } from 'styled-components';
import { areaLight } from '@/core/production/owners/lights/area';
import { AIM_SETTINGS, MEASURES } from '@/core/production/owners/lights/light-fields';
import { changeLight, duplicateLight, removeLight, type Light } from '@/core/production/edits/light-edits';
import { Button, Choices, Heading, IconButton, Pick, Tick } from '@/parts/controls';
import { AimTargetFields } from '../aim-target';
import { NameField } from '../name-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../channel-field';
import { useEdit, useProduction, useWorkspace } from '../../workspace/workspace';
import { LinkBench } from './link-bench';
import { SweepBench } from './sweep-bench';
import { useSolo } from './use-solo';

const Tools = styled.div`
  display: flex;
  gap: 4px;
  margin: 4px 0 6px;
`;

/** What is set of a light by the ways in which it is told, and what only one of its kinds has. */
const TOLD = ['on', 'strength', 'stops', 'watts', 'lumens', 'lux', 'colour', 'kelvin', 'x', 'y', 'z', 'pan', 'tilt', 'roll'];
const ANGLES = ['azimuth', 'height'];
const PLACES = ['x', 'y', 'z', 'pan', 'tilt', 'roll'] as const;

type Settings = Light['settings'] & { aim?: Extract<Light, { kind: 'spot' }>['settings']['aim']; shape?: 'rectangle' | 'disc' };

/** Everything about one light. */
export function LightBench({ path }: { path: string }) {
  const id = path.split('/')[1] ?? '';
  const { view } = useWorkspace();
  const edit = useEdit();
  const light = useProduction((p) => p.lights.find((each) => each.id === id));
  const marks = useProduction((p) => p.marks);
  const cameras = useProduction((p) => p.cameras);
  const solo = useSolo(path);
  if (!light) return null;
  const settings = light.settings as Settings;
  const names = Object.keys(light.channels);
  const own = names.filter((name) => !TOLD.includes(name) && !(light.kind === 'sun' && ANGLES.includes(name)));
  const has = (name: string) => names.includes(name);
  const change = (recipe: (settings: Settings) => void, gesture: string | null = null) =>
    edit((draft) => changeLight(draft, id, (found) => recipe(found.settings as Settings)), gesture);
  const { bearer, aim } = settings;
  const lumens = has('lux') ? 'lux' : 'lumens';
  return (
    <>
      <NameField
        label="Name of the light"
        value={light.name}
        onChange={(name) => edit((draft) => changeLight(draft, id, (found) => void (found.name = name)))}
      />
      <Tools>
        <Button $tone={solo.isOn(true) ? 'primary' : 'quiet'} onPress={() => solo.toggle(true)}>
          <Lightbulb size={13} /> alone
        </Button>
        <Button $tone={solo.isOn(false) ? 'primary' : 'quiet'} onPress={() => solo.toggle(false)}>
          all but it
        </Button>
        <IconButton
          label="Copy of this light"
          $tone="quiet"
          onPress={() =>
            edit((draft) => {
              const copy = duplicateLight(draft, id);
              if (copy) view.setState({ selection: { kind: 'owner', id: `lights/${copy}` } });
            })
          }
        >
          <Copy size={13} />
        </IconButton>
        <IconButton
          label="Remove this light"
          $tone="quiet"
          onPress={() => {
            edit((draft) => removeLight(draft, id));
            view.setState({ selection: null, soloed: null });
          }}
        >
          <Trash2 size={13} />
        </IconButton>
      </Tools>
      <ChannelField owner={path} name="on" />
      <Heading>How bright</Heading>
      <Choices
        label="Brightness told in"
        value={settings.measure}
        onChange={(measure) => change((found) => void (found.measure = measure))}
        options={MEASURES.map((each) => ({ id: each, label: each === 'lumens' ? lumens : each }))}
      />
      <ChannelField owner={path} name={settings.measure === 'lumens' ? lumens : settings.measure} />
      <ChannelField owner={path} name="strength" />
      <Choices
        label="Colour told by"
        value={settings.tint}
        onChange={(tint) => change((found) => void (found.tint = tint))}
        options={[
          { id: 'colour', label: 'a colour' },
          { id: 'kelvin', label: 'kelvin' },
        ]}
      />
      <ChannelField owner={path} name={settings.tint} />
      {settings.measure === 'watts' && settings.tint !== 'kelvin' ? <ChannelField owner={path} name="kelvin" /> : null}
      <Heading>Shape</Heading>
      {settings.shape ? (
        <Choices
          label="Shape of the light"
          value={settings.shape}
          onChange={(shape) => change((found) => void (found.shape = shape))}
          options={areaLight.settings.shape.shape.unwrap().options.map((shape) => ({ id: shape, label: shape }))}
        />
      ) : null}
      {own.map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
      <Tick isSelected={settings.shadows} onChange={(shadows) => change((found) => void (found.shadows = shadows))}>
        throws shadows
      </Tick>
      <Heading>Where it stands</Heading>
      {light.kind === 'sun' ? ANGLES.map((name) => <ChannelField key={name} owner={path} name={name} />) : null}
      {PLACES.filter(has).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
      {aim ? (
        <AimTargetFields
          label="Aimed at"
          markLabel="Mark that it is aimed at"
          aim={aim}
          onChange={(next) => change(({ aim: found }) => found && Object.assign(found, next))}
        />
      ) : null}
      {aim?.on === 'point' ? (
        <SchemaFields
          shape={AIM_SETTINGS.aim.unwrap().shape}
          names={['x', 'y', 'z']}
          values={aim}
          onChange={(name, value, gesture) => change(({ aim: found }) => found && Object.assign(found, { [name]: value }), gesture)}
        />
      ) : null}
      <Pick
        label="Carried by"
        value={bearer.kind === 'nothing' ? 'nothing' : `${bearer.kind} ${bearer.kind === 'camera' ? bearer.cameraId : bearer.markId}`}
        onChange={(next) => {
          const [kind, bearerId = null] = next.split(' ') as [typeof bearer.kind, string?];
          change((found) => {
            found.bearer = { kind, cameraId: kind === 'camera' ? bearerId : null, markId: kind === 'mark' ? bearerId : null };
          });
        }}
        options={[
          { id: 'nothing', label: 'nothing' },
          ...cameras.map((each) => ({ id: `camera ${each.id}`, label: each.name })),
          ...marks.map((each) => ({ id: `mark ${each.id}`, label: each.name })),
        ]}
      />
      <LinkBench id={id} links={settings.links} />
      {has('x') ? <SweepBench id={id} /> : null}
    </>
  );
}
