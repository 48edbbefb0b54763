'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { domeLight, surroundingsRadiance } from '@/core/frame/dome-formula';
import type { FrameState } from '@/core/frame/frame-state';
import { pointElement, surroundingsTurn } from '@/core/production/edits/dome-edits';
import { ownerAt } from '@/core/production/owners/owners';
import { resolverOf } from '@/core/production/resolver';
import { ofKind } from '@/core/schema/owner-kind';
import { radians } from '@/core/space/angle';
import { positionOf, transformDirection, transformPoint } from '@/core/space/matrix';
import { boxMiddle, normalise, subtract, type Vec3 } from '@/core/space/vector';
import { SIGHT_COLUMNS, SIGHT_ROWS } from '@/picture/dome/sight-size';
import { DomeView, type DomeItem, type DomeMarker } from '@/parts/dome-view/dome-view';
import { useSceneFrame } from '../looking/seen';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { mirroredFrom } from './light-hand';

/** A look that needs no more of the dome than its own sharpness. */
const BLUR = 0.012;

/** Radiance of the whole dome of a state, as it is seen in a mirror. */
function radianceOf({ set, domes }: Pick<FrameState, 'set' | 'domes'>): (d: Vec3) => readonly [number, number, number] {
  const whole = ofKind(set, 'dome')?.values;
  const mix = domes.length > 1 ? Math.max(0, Math.min(1, whole?.mix ?? 0)) : 0;
  const parts = domes.map((dome, i) => ({
    dome,
    share: (i === 0 ? 1 - mix : mix) * (whole?.strength ?? 0) * (whole?.reflected ?? 1),
    lights: dome.elements.map((element) => domeLight(element, whole?.contrast ?? 1)),
    turn: radians((whole?.turn ?? 0) + dome.values.turn),
  }));
  return (d) => {
    const sum: [number, number, number] = [0, 0, 0];
    for (const { dome, share, lights, turn } of parts) {
      if (share === 0) continue;
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const own: Vec3 = [c * d[0] - s * d[2], d[1], s * d[0] + c * d[2]];
      surroundingsRadiance(dome, lights, own, BLUR).forEach((v, k) => (sum[k] = (sum[k] as number) + share * v));
    }
    return sum;
  };
}

/**
 * The dome as the picture draws it, where pictures are part of it: they are decoded where it is drawn. As a formula until then, and where
 * there are none.
 */
function useRadiance(state: FrameState): (d: Vec3) => readonly [number, number, number] {
  const { picture } = useWorkspace();
  const { set, domes } = state;
  const isRefined = useView((s) => s.drawn.samples >= s.drawn.of);
  const formula = useMemo(() => radianceOf({ set, domes }), [set, domes]);
  const hasPicture = domes.some((dome) => dome.settings.picture !== null);
  const [drawn, setDrawn] = useState<Float32Array | null>(null);
  useEffect(() => {
    if (!hasPicture) return;
    let isOver = false;
    picture?.dome().then(
      (radiance) => !isOver && radiance && setDrawn(radiance),
      () => undefined,
    );
    return () => {
      isOver = true;
    };
  }, [picture, hasPicture, domes, set, isRefined]);
  return useMemo(() => {
    if (!hasPicture || !drawn) return formula;
    return ([x, y, z]) => {
      const u = Math.atan2(x, z) / (2 * Math.PI) + 0.5;
      const v = Math.asin(Math.max(-1, Math.min(1, y))) / Math.PI + 0.5;
      const column = Math.min(SIGHT_COLUMNS - 1, Math.floor(u * SIGHT_COLUMNS));
      const at = 4 * (Math.min(SIGHT_ROWS - 1, Math.floor(v * SIGHT_ROWS)) * SIGHT_COLUMNS + column);
      return [drawn[at] as number, drawn[at + 1] as number, drawn[at + 2] as number];
    };
  }, [hasPicture, drawn, formula]);
}

/** Directions that the selected mark, or the first one, mirrors to the lens: of its face, and of bevels of 45° round it. */
function markersOf(state: FrameState, markId: string | null, middle: Vec3 | null): DomeMarker[] {
  const mark = state.marks.find(({ id }) => id === markId) ?? state.marks[0];
  const eye = positionOf(state.camera.pose);
  const place = mark && middle ? transformPoint(mark.pose, middle) : ([0, 0, 0] as const);
  const camera: DomeMarker = { name: 'Where the camera is', sign: 'camera', direction: normalise(subtract(eye, place)) };
  if (!mark) return [camera];
  const of = (name: string, sign: string, normal: Vec3): DomeMarker => ({
    name,
    sign,
    direction: mirroredFrom(eye, place, normalise(transformDirection(mark.pose, normal))),
  });
  return [
    camera,
    of('What its face mirrors', 'face', [0, 0, 1]),
    of('What its upper bevels mirror', 'top', [0, 1, 1]),
    of('What its lower bevels mirror', 'bottom', [0, -1, 1]),
    of('What its left bevels mirror', 'left bevel', [-1, 0, 1]),
    of('What its right bevels mirror', 'right bevel', [1, 0, 1]),
  ];
}

/** The dome unrolled, with what of it is dragged there. */
export function DomePane() {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const state = useFrameState();
  const { selection, facts } = useView((s) => ({ selection: s.selection, facts: s.facts }));
  const radiance = useRadiance(state);
  const selectedMark = selection?.kind === 'mark' ? selection.id : null;
  const box = facts[selectedMark ?? state.marks[0]?.id ?? '']?.bounds;
  const markers = useMemo(() => markersOf(state, selectedMark, box ? boxMiddle(box) : null), [state, selectedMark, box]);

  const resolver = resolverOf(production);
  const number = (path: string, name: string) => {
    const value = resolver.at(path, name, frame);
    return typeof value === 'number' ? value : null;
  };
  const items = production.domes.flatMap(({ id, elements }): DomeItem[] => {
    const turn = surroundingsTurn(production, id, frame);
    return elements.flatMap((element) => {
      const path = `domes/${id}/elements/${element.id}`;
      const [azimuth, height] = [number(path, 'azimuth'), number(path, 'height')];
      if (azimuth === null || height === null) return [];
      const isOn = resolver.at(path, 'on', frame) !== false;
      return [{ id: path, name: ownerAt(production, path)?.label ?? '', azimuth: azimuth + turn, height, isOn }];
    });
  });
  const select = useCallback((id: string) => view.setState({ selection: { kind: 'owner', id }, pick: null }), [view]);
  const move = (id: string, azimuth: number, height: number, gesture: string) =>
    edit((draft) => pointElement(draft, id, frame, { azimuth, height }), gesture);
  return (
    <DomeView
      radiance={radiance}
      items={items}
      markers={markers}
      selected={selection?.kind === 'owner' ? selection.id : null}
      onSelect={select}
      onMove={move}
    />
  );
}
