import { useMemo } from 'react';
import { hexColour, type LinearColour } from '@/core/colour/transfer';
import type { BoundsOf, LightState } from '@/core/frame/frame-state';
import { lightGround, lightStateAt } from '@/core/frame/light-state';
import { anglesTo } from '@/core/production/edits/light-edits';
import { moveOwner, setChannelValue } from '@/core/production/edits/channel-edits';
import { ownerAt } from '@/core/production/owners/owners';
import type { Production } from '@/core/production/production';
import { radians } from '@/core/space/angle';
import { forwardOf, invertRigid, positionOf, transformDirection, transformPoint } from '@/core/space/matrix';
import { add, boxCorners, boxMiddle, distance, normalise, scale, subtract, type Vec3 } from '@/core/space/vector';
import type { PlanLight } from '@/parts/plan-view/plan-lights';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView } from '../workspace/workspace';

type Edit = ReturnType<typeof useEdit>;

/** How far a throw is drawn where nothing is aimed at, metres. */
const THROW = 4;

const shown = (colour: LinearColour): string => {
  const most = Math.max(...colour, 1e-6);
  return hexColour([colour[0] / most, colour[1] / most, colour[2] / most]);
};

/** What is lit where nothing stands. */
const NOTHING_THERE: readonly Vec3[] = [
  [-1, -1, -1],
  [1, 1, 1],
];

/** Middle of the marks, and how far they reach about it: a sun is drawn round them. */
export function reachOf(
  production: Production,
  boundsOf: BoundsOf,
  poses: ReadonlyMap<string, readonly number[]>,
): { middle: Vec3; radius: number } {
  const corners = production.marks.flatMap(({ id }) => {
    const [box, pose] = [boundsOf(id), poses.get(id)];
    return box && pose ? boxCorners(box).map((corner) => transformPoint(pose, corner)) : [];
  });
  const reached = corners.length > 0 ? corners : NOTHING_THERE;
  const ends = (of: (...values: number[]) => number) => ([0, 1, 2] as const).map((k) => of(...reached.map((p) => p[k]))) as unknown as Vec3;
  const [low, high] = [ends(Math.min), ends(Math.max)];
  return { middle: boxMiddle({ min: low, max: high }), radius: Math.max(0.5, distance(low, high) / 2) };
}

/** Corners of what shines, in the world. */
function bodyOf(state: LightState): Vec3[] {
  const at = (x: number, y: number): Vec3 => transformPoint(state.pose, [x, y, 0]);
  if (state.kind === 'area' || state.kind === 'strip') {
    const { width, height } = state.kind === 'area' ? state.values : { width: state.values.length, height: state.values.thickness };
    return [at(-width / 2, -height / 2), at(width / 2, -height / 2), at(width / 2, height / 2), at(-width / 2, height / 2)];
  }
  if (state.kind === 'point' || state.kind === 'spot') {
    const r = state.values.size / 2;
    return Array.from({ length: 12 }, (_, i) => at(r * Math.cos((i * Math.PI) / 6), r * Math.sin((i * Math.PI) / 6)));
  }
  return [];
}

/** What a light reaches as it is drawn: a spot's cone, the half of a flat one. */
function throwOf(state: LightState, reach: number): Vec3[] {
  const at = (x: number, y: number, z: number): Vec3 => transformPoint(state.pose, [x, y, -z]);
  if (state.kind === 'spot') {
    const r = reach * Math.tan(radians(Math.min(160, state.values.spread) / 2));
    return [
      at(0, 0, 0),
      ...Array.from({ length: 16 }, (_, i) => at(r * Math.cos((i * Math.PI) / 8), r * Math.sin((i * Math.PI) / 8), reach)),
    ];
  }
  if (state.kind === 'area' || state.kind === 'strip') {
    const [w, h] = state.kind === 'area' ? [state.values.width, state.values.height] : [state.values.length, state.values.thickness];
    // Half its strength lies within 60° of its axis (Lambert).
    const far = reach * 0.6;
    const [x, y] = [w / 2 + far * 0.8, h / 2 + far * 0.8];
    return [...bodyOf(state), at(-x, -y, far), at(x, -y, far), at(x, y, far), at(-x, y, far)];
  }
  return [];
}

function gripsOf(state: LightState, edit: Edit, frame: number, reach: number): PlanLight['grips'] {
  const owner = `lights/${state.id}`;
  const grips: { name: string; at: Vec3; onMove: (by: Vec3, gesture: string) => void }[] = [];
  if ('aim' in state.settings && state.settings.aim.on === 'point') {
    const { x, y, z } = state.settings.aim;
    grips.push({
      name: 'Aim',
      at: [x, y, z],
      onMove: (by, gesture) =>
        edit((draft) => {
          const aim = ownerAt(draft, owner)?.settings.aim as { x: number; y: number; z: number } | undefined;
          if (aim) Object.assign(aim, { x: aim.x + by[0], y: aim.y + by[1], z: aim.z + by[2] });
        }, gesture),
    });
  }
  const sized = (name: string, channel: string, local: Vec3, perMetre: number, least: number) => {
    const at = transformPoint(state.pose, local);
    const present = (state.values as unknown as Record<string, number>)[channel] as number;
    grips.push({
      name,
      at,
      onMove: (by, gesture) => {
        // Told along the axis that it lies on, in the light's own frame.
        const own = transformDirection(invertRigid(state.pose), by);
        const axis = normalise(local);
        const along = own[0] * axis[0] + own[1] * axis[1] + own[2] * axis[2];
        edit((draft) => setChannelValue(draft, { owner, name: channel }, frame, Math.max(least, present + along * perMetre)), gesture);
      },
    });
  };
  if (state.kind === 'area') {
    sized('Width', 'width', [state.values.width / 2, 0, 0], 2, 0.01);
    sized('Height', 'height', [0, state.values.height / 2, 0], 2, 0.01);
  }
  if (state.kind === 'strip') sized('Length', 'length', [state.values.length / 2, 0, 0], 2, 0.01);
  if (state.kind === 'point') sized('Size', 'size', [Math.max(0.05, state.values.size / 2), 0, 0], 2, 0);
  if (state.kind === 'spot') {
    const half = radians(state.values.spread / 2);
    const r = Math.min(50, reach * Math.tan(half));
    const at = transformPoint(state.pose, [r, 0, -reach]);
    grips.push({
      name: 'Spread',
      at,
      onMove: (by, gesture) => {
        const [x] = transformDirection(invertRigid(state.pose), by);
        const spread = (2 * Math.atan(Math.max(0.01, (r + x) / reach)) * 180) / Math.PI;
        edit((draft) => setChannelValue(draft, { owner, name: 'spread' }, frame, Math.min(170, Math.max(1, spread))), gesture);
      },
    });
  }
  return grips;
}

/** The lights of the open production as the plot draws them, with what dragging them does. */
export function usePlanLights(reach: { middle: Vec3; radius: number }): {
  lights: PlanLight[];
  move: (id: string, by: Vec3, gesture: string) => void;
} {
  const production = useProduction((p) => p);
  const facts = useView((s) => s.facts);
  const frame = useSceneFrame();
  const edit = useEdit();
  const boundsOf = boundsIn(facts);
  return useMemo(() => {
    const far = reach.radius * 1.6;
    const made = production.lights.map((light): PlanLight => {
      const state = lightStateAt(production, light, frame, boundsOf);
      const label = ownerAt(production, `lights/${light.id}`)?.label ?? '';
      const shines = forwardOf(state.pose);
      const at = state.kind === 'sun' ? add(reach.middle, scale(shines, -far)) : positionOf(state.pose);
      const away = Math.max(0.5, state.kind === 'sun' ? far : distance(at, reach.middle));
      return {
        id: light.id,
        name: label,
        kind: state.kind,
        isOn: (state.values as { on: boolean }).on,
        colour: shown(state.sent),
        at,
        toward: state.kind === 'point' ? null : add(at, scale(shines, state.kind === 'sun' ? far : Math.min(away, THROW * 3))),
        body: bodyOf(state),
        throw: throwOf(state, away),
        grips: gripsOf(state, edit, frame, away),
      };
    });
    const move = (id: string, by: Vec3, gesture: string) =>
      edit((draft) => {
        const light = draft.lights.find((each) => each.id === id);
        const figure = made.find((each) => each.id === id);
        if (!light || !figure) return;
        const ground = lightGround(draft, light, frame, boundsOf);
        if (light.kind !== 'sun') return moveOwner(draft, `lights/${id}`, frame, transformDirection(invertRigid(ground), by));
        const { azimuth, height } = anglesTo(
          normalise(transformDirection(invertRigid(ground), subtract(add(figure.at, by), reach.middle))),
        );
        // What the drag does not change keeps its whole turns.
        if (Math.hypot(by[0], by[2]) > 1e-9 && by[1] === 0)
          setChannelValue(draft, { owner: `lights/${id}`, name: 'azimuth' }, frame, azimuth);
        else setChannelValue(draft, { owner: `lights/${id}`, name: 'height' }, frame, height);
      }, gesture);
    return { lights: made, move };
  }, [production, frame, boundsOf, edit, reach]);
}
