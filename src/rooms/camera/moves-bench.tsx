'use client';

import { useState } from 'react';
import { pathDifference, type PathDifference } from '@/core/check/path-difference';
import { cameraPose, middleOf, rigContext } from '@/core/frame/camera-pose';
import { isShown } from '@/core/frame/mark-pose';
import { at } from '@/core/motion/channel';
import type { Camera } from '@/core/production/camera';
import {
  DRIFTS,
  drift,
  driftUnderShots,
  overlap,
  pointAhead,
  putPivot,
  stationFrames,
  type DriftName,
} from '@/core/production/edits/move-edits';
import { rigPose, type Carrier } from '@/core/rig/rig';
import { invertRigid, transformPoint } from '@/core/space/matrix';
import { add, scale, type Vec3 } from '@/core/space/vector';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Choices, Hint, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { activeCarrier } from '../looking/flight';
import { useSceneFrame } from '../looking/seen';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

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
  const [beside, setBeside] = useState<PathDifference | null>(null);
  const carrier = activeCarrier(camera, carrierId);
  if (!carrier) return null;
  const boundsOf = boundsIn(facts);
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
  /** Lets what follows a station begin earlier, and tells how far its path comes to lie from where it was. */
  const overlapFrom = (at: number) => {
    let id: string | null = null;
    edit((draft) => void (id = overlap(draft, camera.id, carrier.id, at, by, rigContext(production, camera, boundsOf))));
    if (!id) return;
    workspace.view.setState({ carrierId: id, pick: null });
    const after = workspace.documents.store.getState().production;
    const last = stationFrames(production, camera.id).at(-1) ?? at;
    setBeside(pathDifference(production, after, camera.id, { from: Math.ceil(at), to: Math.floor(last - by), later: by }, boundsOf));
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
      {production.shots.length > 1 ? (
        <Button onPress={() => edit((draft) => void driftUnderShots(draft, way, metres))}>Drift under each shot</Button>
      ) : null}
      <NumberField meta={frames('Overlap by', 5)} value={by} onChange={(v) => setBy(Math.round(v))} />
      <Button isDisabled={station === null} onPress={() => station !== null && overlapFrom(station)}>
        Overlap what follows
      </Button>
      {beside ? (
        <Hint role="status">
          {beside.metres < 1e-3 && beside.degrees < 0.01
            ? 'The later moves keep their path.'
            : `The later moves now pass up to ${beside.metres.toFixed(2)} m and ${beside.degrees.toFixed(1)}° beside their old path.`}
        </Hint>
      ) : null}
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
