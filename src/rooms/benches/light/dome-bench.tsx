'use client';

import { useState } from 'react';
import { dome } from '@/core/production/owners/dome';
import { turnDome } from '@/core/production/edits/dome-edits';
import { intField } from '@/core/schema/fields';
import { Button, Heading, Hint } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../channel-field';
import { useSceneFrame } from '../../looking/seen';
import { useEdit, useProduction } from '../../workspace/workspace';

const SHAPE = { frames: intField({ label: 'A whole turn in', unit: 'fr', min: 2, max: 36_000, rest: 150 }) };

/** The dome as a whole: how strong it is for what, its turn, and how its two surroundings are mixed. */
export function DomeBench({ path }: { path: string }) {
  const edit = useEdit();
  const frame = useSceneFrame();
  const length = useProduction((p) => p.format.length);
  const isMixed = useProduction((p) => p.domes.length > 1);
  const [values, setValues] = useState({ frames: length });
  return (
    <>
      <Heading>Dome</Heading>
      {Object.keys(dome.channels.shape)
        .filter((name) => name !== 'mix' || isMixed)
        .map((name) => (
          <ChannelField key={name} owner={path} name={name} />
        ))}
      <Heading>Whole turn</Heading>
      <SchemaFields shape={SHAPE} names={['frames']} values={values} onChange={(_, frames) => setValues({ frames })} />
      <Button onPress={() => edit((draft) => turnDome(draft, frame, values.frames))}>Turn it from here on</Button>
      <Hint>At one speed, for ever: a loop as long as the turn closes.</Hint>
    </>
  );
}
