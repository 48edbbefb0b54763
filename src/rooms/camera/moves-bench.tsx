'use client';

import { useState } from 'react';
import { cameraPose, middleOf, rigContext } from '@/core/frame/camera-pose';
import { isShown } from '@/core/frame/mark-pose';
import { at } from '@/core/motion/channel';
import type { Camera } from '@/core/production/camera';
import { DRIFTS, drift, overlap, pointAhead, putPivot, type DriftName } from '@/core/production/edits/move-edits';
import { rigPose, type Carrier } from '@/core/rig/rig';
import { invertRigid, transformPoint } from '@/core/space/matrix';
import { add, scale, type Vec3 } from '@/core/space/vector';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Choices, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { activeCarrier } from '../looking/flight';
import { Hint } from '../layout/panes';
import { useSceneFrame } from '../looking/seen';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const frames = (label: string, rest: number): FieldMeta => ({ label, unit: 'fr', min: 0, max: 500, rest, step: 1, digits: 0, shown: 1 });
const FAR: FieldMeta = { label: 'Goes', unit: 'm', min: 0.001, max: 100, rest: 0.3, step: 0.05, digits: 2, shown: 1 };

/** A carrier as it stands when it counts. */
const switchedOn = (carrier: Carrier): Carrier => ({ ...carrier, channels: { ...carrier.channels, on: at(true) } }) as Carrier;

/** A slow move under a span, moves that overlap, and where an orbit turns about. */
export function MovesBench({ camera }: { camera: Camera }) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { pick, carrierId, selection, also, facts } = useView((s) => ({
    pick: s.pick,
    carrierId: s.carrierId,
    selection: s.selection,
    also: s.also,
    facts: s.facts,
  }));
  const frame = useSceneFrame();
  const { camera: state } = useFrameState();
  const [way, setWay] = useState<DriftName>('in');
  const [metres, setMetres] = useState(0.3);
  const [by, setBy] = useState(5);
  const carrier = activeCarrier(camera, carrierId);
  if (!carrier) return null;
  const boundsOf = (id: string) => facts[id]?.bounds;
  const span: [number, number] = pick?.kind === 'move' ? [pick.from, pick.to] : [0, production.format.length - 1];
  const station =
    pick && pick.owner === `cameras/${camera.id}/carriers/${carrier.id}` ? (pick.kind === 'move' ? pick.to : pick.frame) : null;
  const placeOf = (id: string): Vec3 | null => {
    const mark = production.marks.find((m) => m.id === id);
    return mark && boundsOf(id) ? middleOf(production, mark, null, frame, boundsOf) : null;
  };
  const put = (point: Vec3 | null) => {
    if (!point) return;
    const context = rigContext(production, camera, boundsOf);
    const index = camera.carriers.indexOf(carrier);
    // The orbit sees the point in the frame of the carriers before it.
    const before = invertRigid(rigPose(camera.carriers.slice(0, index), frame, context));
    edit((draft) =>
      putPivot(draft, camera.id, carrier.id, frame, rigPose([switchedOn(carrier)], frame, context), transformPoint(before, point)),
    );
  };
  const chosen = selection?.kind === 'mark' ? [selection.id, ...also] : [];
  const middles = (chosen.length > 0 ? chosen : production.marks.filter((mark) => isShown(production, mark, frame)).map(({ id }) => id))
    .map(placeOf)
    .filter((middle) => middle !== null);
  return (
    <>
      <Choices
        label="Way of the drift"
        value={way}
        onChange={setWay}
        options={(Object.keys(DRIFTS) as DriftName[]).map((id) => ({ id, label: DRIFTS[id].label }))}
      />
      <NumberField meta={FAR} value={metres} onChange={setMetres} />
      <Button
        onPress={() =>
          edit((draft) => {
            const id = drift(draft, camera.id, span[0], span[1], way, metres);
            if (id) workspace.view.setState({ carrierId: id });
          })
        }
      >
        Drift under frames {Math.round(span[0])}–{Math.round(span[1])}
      </Button>
      <NumberField meta={frames('Overlap by', 5)} value={by} onChange={(v) => setBy(Math.round(v))} />
      <Button
        isDisabled={station === null}
        onPress={() =>
          station !== null &&
          edit((draft) => {
            const id = overlap(draft, camera.id, carrier.id, station, by, rigContext(production, camera, boundsOf));
            if (id) workspace.view.setState({ carrierId: id, pick: null });
          })
        }
      >
        Overlap what follows
      </Button>
      {station === null ? <Hint>Pick a move or a station of this carrier: the moves after it begin before it ends.</Hint> : null}
      {carrier.kind === 'orbit' ? (
        <Row label="Pivot on" wide>
          <Button
            $tone="quiet"
            isDisabled={middles.length === 0}
            onPress={() => put(scale(middles.reduce<Vec3>(add, [0, 0, 0]), 1 / middles.length))}
          >
            {chosen.length > 0 ? 'the selection' : 'all marks'}
          </Button>
          <Button $tone="quiet" onPress={() => put(pointAhead(cameraPose(production, camera, frame, boundsOf), state.focusDistance))}>
            the focus
          </Button>
        </Row>
      ) : null}
    </>
  );
}
