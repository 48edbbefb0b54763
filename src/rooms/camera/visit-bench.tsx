'use client';

import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { takeVisit } from '@/core/frame/take-visit';
import { visitEnd, visitSchema, visitStations, visitStopSchema, type VisitLook, type VisitPlan } from '@/core/frame/visit';
import { PACE_NAMES } from '@/core/motion/pace';
import type { Camera } from '@/core/production/camera';
import { setLength } from '@/core/production/edits/cascade-edits';
import { positionOf } from '@/core/space/matrix';
import { Button, Choices, Hint, IconButton, Pick, Tick, Trouble } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ListEntry } from '@/parts/list-entry';
import { hueColour } from '@/parts/theme';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { stopsOf, VISITED, type Visited } from './visit-stops';

const Stops = styled.ol`
  max-height: 168px;
  overflow-y: auto;
  margin: 6px 0;
  padding: 0;
  border: 1px solid var(--line);
`;

/** Of the time there is for one stop, so much is spent on the way to it. */
const ON_THE_WAY = 0.55;

/** A plan by which a visit takes up the time there is. */
function firstPlan(stops: number, from: number, length: number): VisitPlan {
  const each = Math.max(4, Math.floor((length - from) / (stops + 1)));
  return visitSchema.parse({ move: Math.max(1, Math.round(each * ON_THE_WAY)), stay: Math.round(each * (1 - ON_THE_WAY)) });
}

/** Marks, words or letters one after another as a flight: seen in the plan first, then written on carriers like any other. */
export function VisitBench({ camera }: { camera: Camera }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { facts, selection, also } = useView((s) => ({ facts: s.facts, selection: s.selection, also: s.also }));
  const frame = Math.round(useSceneFrame());
  const [by, setBy] = useState<Visited>('marks');
  const [looks, setLooks] = useState<ReadonlyMap<string, VisitLook>>(new Map());
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<string | null>(null);
  const [plan, setPlan] = useState<VisitPlan | null>(null);
  const [trouble, setTrouble] = useTrouble();
  const chosen = useMemo(() => (selection?.kind === 'mark' ? [selection.id, ...also] : []), [selection, also]);
  const stops = useMemo(
    () => stopsOf(production, { by, chosen, looks, left }, facts, frame),
    [production, by, chosen, looks, left, facts, frame],
  );
  const { length } = production.format;
  const now = useMemo(() => plan ?? firstPlan(stops.length, frame, length), [plan, stops.length, frame, length]);
  const stations = useMemo(() => visitStations(production, camera, stops, stops, now, frame), [production, camera, stops, now, frame]);
  const end = visitEnd(stations);
  const stop = stops.find(({ key }) => key === picked);

  useEffect(() => {
    view.setState({ visit: stations.map(({ pose }) => positionOf(pose)) });
    return () => view.setState({ visit: null });
  }, [view, stations]);

  const changePlan = (change: Partial<VisitPlan>) => setPlan({ ...now, ...change });
  const take = () =>
    edit((draft) => {
      const id = takeVisit(draft, camera.id, stations, now, boundsIn(facts));
      setTrouble(id ? null : 'This camera has as many carriers as it can have. Remove some first, or visit with another camera.');
      if (id) view.setState({ carrierId: id, pick: null, selection: { kind: 'camera', id: camera.id }, also: [] });
    });
  if (stops.length === 0) return <Hint>There is nothing to visit yet. Add words in Shape.</Hint>;
  return (
    <>
      <Choices label="What is visited" value={by} onChange={setBy} options={VISITED.map((id) => ({ id, label: id }))} />
      <Hint>
        {chosen.length > 0
          ? 'In the order in which they were selected.'
          : 'Select marks in the call sheet, more of them with Control held, to visit only those, in that order.'}
      </Hint>
      <Stops aria-label="Stops of the visit">
        {stops.map(({ key, label }, i) => (
          <ListEntry key={key} $hue={hueColour(camera.hue)} $on={key === picked}>
            <button type="button" aria-pressed={key === picked} onClick={() => setPicked(key === picked ? null : key)}>
              <span>{label}</span>
              <small>{stations[i] ? `fr ${Math.round(stations[i].arrives)}` : ''}</small>
            </button>
            <IconButton label={`Leave out ${label}`} $tone="quiet" onPress={() => setLeft(new Set([...left, key]))}>
              <X size={12} />
            </IconButton>
          </ListEntry>
        ))}
      </Stops>
      {stop ? (
        <SchemaFields
          shape={visitStopSchema.shape}
          names={['size', 'side', 'tilt', 'roll', 'drift']}
          values={stop.look}
          onChange={(name, value) => setLooks(new Map([...looks, [stop.key, { ...stop.look, [name]: value }]]))}
        />
      ) : (
        <Hint>Select a stop to say how it is seen.</Hint>
      )}
      <SchemaFields
        shape={visitSchema.shape}
        names={['move', 'stay', 'overlap']}
        values={now}
        onChange={(name, value) => changePlan({ [name]: value })}
      />
      <Pick label="Pace" value={now.pace} onChange={(pace) => changePlan({ pace })} options={PACE_NAMES.map((id) => ({ id, label: id }))} />
      <Tick isSelected={now.hero} onChange={(hero) => changePlan({ hero })}>
        all of them at the end
      </Tick>
      <Button $tone="primary" onPress={take}>
        Take the visit, frames {frame}–{Math.round(end)}
      </Button>
      {end > length - 1 ? (
        <Hint role="status">
          It goes on after the last frame, {length - 1}.{' '}
          <Button $tone="quiet" onPress={() => edit((draft) => setLength(draft, Math.ceil(end) + now.stay + 1))}>
            Lengthen the production
          </Button>
        </Hint>
      ) : null}
      {camera.aim.settings.on !== 'nothing' ? <Hint>The aim of the camera is let go.</Hint> : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </>
  );
}
