'use client';

import { rigContext } from '@/core/frame/camera-pose';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { addCarrier, moveCarrier, removeCarrier } from '@/core/production/edits/camera-edits';
import type { Camera } from '@/core/production/camera';
import { resolverOf } from '@/core/production/resolver';
import type { CarrierValues } from '@/core/rig/carrier';
import { carrierValues, CARRIER_KINDS, landingValues, type Carrier, type CarrierKindName } from '@/core/rig/rig';
import { cleanText } from '@/core/schema/text';
import { Button, Choices, Heading } from '@/parts/controls';
import { CarrierSettings } from '../benches/carrier-settings';
import { ChannelField } from '../benches/channel-field';
import { NameField } from '../benches/name-field';
import type { Change } from '../benches/carrier-change';
import { TakeBench } from './take-bench';
import { useCameraEdit } from './use-camera-edit';
import { activeCarrier, landingCarrier } from '../looking/flight';
import { useSceneFrame, useSeenCamera } from '../looking/seen';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

/** Its switch is a button with the others that are for the whole carrier, until it is keyed. */
const channelNames = ({ kind, channels }: Carrier): string[] =>
  Object.keys(CARRIER_KINDS[kind].channels.shape).filter((name) => name !== 'on' || channels.on.keys.length > 0);

/** Values that a carrier would land with from where one has flown to; null while nobody flies, and for carriers that are not landed. */
function useFlown(camera: Camera, carrier: Carrier | undefined): CarrierValues | null {
  const production = useProduction((p) => p);
  const { flight, facts, carrierId } = useView((s) => ({ flight: s.flight, facts: s.facts, carrierId: s.carrierId }));
  const seen = useSeenCamera();
  const frame = useSceneFrame();
  if (!flight || !carrier || seen.id !== camera.id || landingCarrier(camera, carrierId)?.id !== carrier.id) return null;
  const context = rigContext(production, camera, boundsIn(facts));
  const present = carrierValues(carrier, frame, context);
  if (flight.values.radius !== undefined && carrier.kind === 'orbit') present.radius = flight.values.radius;
  return landingValues(camera.carriers, camera.carriers.indexOf(carrier), frame, flight.pose, present, context);
}

/** The chain of a camera's carriers, and the one that is chosen. */
export function CarrierBench({ camera }: { camera: Camera }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const change = useCameraEdit(camera.id);
  const carrierId = useView((s) => s.carrierId);
  const frame = useSceneFrame();
  const production = useProduction((p) => p);
  const carrier = activeCarrier(camera, carrierId);
  const flown = useFlown(camera, carrier);
  if (!carrier) return null;
  const index = camera.carriers.indexOf(carrier);
  const owner = `cameras/${camera.id}/carriers/${carrier.id}`;
  const changeCarrier = (recipe: (found: Carrier) => void, gesture: string | null = null) =>
    change(({ carriers }) => {
      const found = carriers.find(({ id }) => id === carrier.id);
      if (found) recipe(found);
    }, gesture);
  const isOn = resolverOf(production).at(owner, 'on', frame) === true;
  return (
    <>
      <Heading>
        {CARRIER_KINDS[carrier.kind].label}, carrier {index + 1} of {camera.carriers.length}
      </Heading>
      <NameField
        label="Name of the carrier"
        value={carrier.name}
        placeholder={CARRIER_KINDS[carrier.kind].label}
        onChange={(name) =>
          change((found) => {
            const own = found.carriers[index];
            if (own) own.name = cleanText(name, 80);
          })
        }
      />
      {camera.carriers.length > 1 ? (
        <Choices
          label="Carrier"
          value={carrier.id}
          onChange={(id) => view.setState({ carrierId: id, pick: null })}
          options={camera.carriers.map((c, i) => ({ id: c.id, label: `${i + 1} ${c.name || CARRIER_KINDS[c.kind].label}` }))}
        />
      ) : null}
      {channelNames(carrier).map((name) => (
        <ChannelField key={owner + name} owner={owner} name={name} shown={flown?.[name]} />
      ))}
      <CarrierSettings
        carrier={carrier}
        change={changeCarrier}
        take={carrier.kind === 'take' ? <TakeBench camera={camera} carrier={carrier} change={changeCarrier as Change<'take'>} /> : null}
      />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 2, marginTop: 4 }}>
        {(Object.keys(CARRIER_KINDS) as CarrierKindName[]).map((kind) => (
          <Button
            key={kind}
            $tone="quiet"
            onPress={() =>
              edit((draft) => {
                const id = addCarrier(draft, camera.id, kind, frame);
                if (id) view.setState({ carrierId: id, pick: null });
              })
            }
          >
            + {CARRIER_KINDS[kind].label}
          </Button>
        ))}
        {camera.carriers.length > 1 ? (
          <>
            <Button $tone="quiet" onPress={() => edit((draft) => setChannelValue(draft, { owner, name: 'on' }, frame, !isOn))}>
              {isOn ? 'Switch off' : 'Switch on'}
            </Button>
            <Button $tone="quiet" onPress={() => edit((draft) => removeCarrier(draft, camera.id, carrier.id))}>
              Remove
            </Button>
            <Button $tone="quiet" isDisabled={index === 0} onPress={() => edit((draft) => moveCarrier(draft, camera.id, carrier.id, -1))}>
              Earlier
            </Button>
            <Button
              $tone="quiet"
              isDisabled={index === camera.carriers.length - 1}
              onPress={() => edit((draft) => moveCarrier(draft, camera.id, carrier.id, 1))}
            >
              Later
            </Button>
          </>
        ) : null}
      </div>
    </>
  );
}
