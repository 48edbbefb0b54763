import equal from 'fast-deep-equal/es6';
import { useMemo } from 'react';
import { cameraPose, rigContext } from '@/core/frame/camera-pose';
import { cameraState } from '@/core/frame/camera-state';
import type { BoundsOf } from '@/core/frame/frame-state';
import { depthOfField, hyperfocalMetres, permittedCircleMm } from '@/core/optics/lens';
import type { Channel, Value } from '@/core/motion/channel';
import type { Camera } from '@/core/production/camera';
import { refersTo } from '@/core/production/edits/references';
import { land } from '@/core/production/edits/camera-edits';
import { stationFrames } from '@/core/production/edits/move-edits';
import { allOwners } from '@/core/production/owners/owners';
import { resolverOf } from '@/core/production/resolver';
import type { Production } from '@/core/production/production';
import { railPath } from '@/core/rig/carriers/rail';
import { rigPose } from '@/core/rig/rig';
import { invertRigid, multiply, positionOf, transformDirection, transformPoint, translation } from '@/core/space/matrix';
import type { Vec3 } from '@/core/space/vector';
import type { PlanCamera } from '@/parts/plan-view/plan-camera';
import type { PlanRail } from '@/parts/plan-view/plan-view';
import { activeCarrier, landingCarrier } from '../looking/flight';
import { useSettled } from '@/parts/use-settled';
import { useSceneFrame, useSeenCamera } from '../looking/seen';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

/** More dots than this on a path are not told apart any more. */
const MAX_TICKS = 1500;
/** While something is dragged, and a moment after, the path is drawn with as many as a short production has. */
const BRISK_TICKS = 120;
const SETTLED_MS = 300;
/** Of cameras that are not looked through the path is drawn with fewer. */
const FEW_TICKS = 60;
const RAIL_STEPS = 120;

function moves({ carriers }: Camera): boolean {
  return carriers.some(
    (carrier) =>
      carrier.kind === 'shake' ||
      carrier.kind === 'ride' ||
      carrier.kind === 'take' ||
      Object.values(carrier.channels).some((channel: Channel<Value>) => channel.keys.length > 1),
  );
}

/** Places of a camera from the first frame to the last. */
function pathOf(production: Production, camera: Camera, ticks: number, boundsOf: BoundsOf): Pick<PlanCamera, 'path' | 'framesPerTick'> {
  const { length } = production.format;
  const framesPerTick = Math.ceil(length / ticks);
  const path = moves(camera)
    ? Array.from({ length: Math.floor((length - 1) / framesPerTick) + 1 }, (_, i) =>
        positionOf(cameraPose(production, camera, i * framesPerTick, boundsOf)),
      )
    : [];
  return { path, framesPerTick };
}

type Way = ReturnType<typeof pathOf>;

/** Whether a camera goes by itself: nothing that it has refers to a mark, and nothing but keys moves it. */
function goesAlone(production: Production, { id }: Camera): boolean {
  if (!resolverOf(production).isPlain) return false;
  const own = `cameras/${id}/`;
  return allOwners(production).every((owner) => !owner.path.startsWith(own) || !refersTo(owner, 'marks'));
}

interface KeptWay {
  /** What it was reckoned in; null where the camera goes alone. */
  production: Production | null;
  boundsOf: BoundsOf;
  ticks: number;
  format: Production['format'];
  way: Way;
}

const ways = new WeakMap<Camera, KeptWay>();

/** The way of a camera, reckoned anew only when the camera has changed, or anything where it follows others. */
function wayOf(production: Production, camera: Camera, ticks: number, boundsOf: BoundsOf): Way {
  const known = ways.get(camera);
  // A finer one serves as well.
  const isSame = known !== undefined && known.ticks >= ticks && known.format === production.format;
  if (isSame && (known.production === null || (known.production === production && known.boundsOf === boundsOf))) return known.way;
  const way = pathOf(production, camera, ticks, boundsOf);
  ways.set(camera, { production: goesAlone(production, camera) ? null : production, boundsOf, ticks, format: production.format, way });
  return way;
}

const NO_STATIONS: PlanCamera['stations'] = [];
const drawn = new WeakMap<Camera, PlanCamera>();

/** What was drawn before, where it is the same. */
function asDrawn(camera: Camera, made: PlanCamera): PlanCamera {
  const known = drawn.get(camera);
  // A way is kept where it is the same; to go through all its places would be dearer than to draw it.
  if (known && known.path === made.path && known.stations === made.stations && equal({ ...known, path: 0 }, { ...made, path: 0 }))
    return known;
  drawn.set(camera, made);
  return made;
}

/** The cameras of the open production as the plan draws them. */
export function usePlanCameras(): PlanCamera[] {
  const production = useProduction((p) => p);
  const { facts, ghosts } = useView((s) => ({ facts: s.facts, ghosts: s.ghosts }));
  const seen = useSeenCamera();
  const frame = useSceneFrame();
  const state = useFrameState();
  const boundsOf = boundsIn(facts);
  const ticks = useSettled(production, SETTLED_MS) ? MAX_TICKS : BRISK_TICKS;
  const waysById = useMemo(
    () =>
      new Map(
        production.cameras.map((camera) => [camera.id, wayOf(production, camera, camera.id === seen.id ? ticks : FEW_TICKS, boundsOf)]),
      ),
    [production, seen.id, boundsOf, ticks],
  );
  const stations = useMemo(
    () => stationFrames(production, seen.id).map((at) => ({ frame: at, place: positionOf(cameraPose(production, seen, at, boundsOf)) })),
    [production, seen, boundsOf],
  );
  return useMemo(
    () =>
      production.cameras.map((camera): PlanCamera => {
        const own = camera.id === seen.id;
        const now = own ? state.camera : cameraState(production, camera, frame, boundsOf);
        const circle = permittedCircleMm(now.sensorWidthMm, now.sensorHeightMm);
        const beside = [stations.findLast((s) => s.frame < frame), stations.find((s) => s.frame > frame)];
        return asDrawn(camera, {
          id: camera.id,
          name: camera.name,
          hue: camera.hue,
          seen: own,
          state: now,
          sharp: depthOfField(now.focalLengthMm, now.fStop, circle, now.focusDistance),
          hyperfocal: hyperfocalMetres(now.focalLengthMm, now.fStop, circle),
          ghosts: own && ghosts ? beside.flatMap((s) => (s ? [cameraState(production, camera, s.frame, boundsOf)] : [])) : [],
          ...(waysById.get(camera.id) ?? { path: [], framesPerTick: 1 }),
          stations: own ? stations : NO_STATIONS,
        });
      }),
    [production, seen.id, state, frame, boundsOf, waysById, stations, ghosts],
  );
}

/** The rail that the chosen carrier runs on, if it is one. */
export function usePlanRail(): PlanRail | null {
  const production = useProduction((p) => p);
  const { facts, carrierId } = useView((s) => ({ facts: s.facts, carrierId: s.carrierId }));
  const camera = useSeenCamera();
  const frame = useSceneFrame();
  const edit = useEdit();
  const carrier = activeCarrier(camera, carrierId);
  if (carrier?.kind !== 'rail') return null;
  const before = rigPose(
    camera.carriers.slice(0, camera.carriers.indexOf(carrier)),
    frame,
    rigContext(production, camera, boundsIn(facts)),
  );
  const path = railPath(carrier.settings);
  const world = (p: Vec3) => transformPoint(before, p);
  return {
    hue: camera.hue,
    curve: Array.from({ length: RAIL_STEPS + 1 }, (_, i) => world(path.at((i / RAIL_STEPS) * path.length * (1 - 1e-9)).place)),
    points: carrier.settings.form === 'circle' ? [] : carrier.settings.points.map(({ x, y, z }) => world([x, y, z])),
    onMove: (index, by, gesture) =>
      edit((draft) => {
        const found = draft.cameras.find(({ id }) => id === camera.id)?.carriers.find(({ id }) => id === carrier.id);
        if (found?.kind !== 'rail') return;
        const [x, y, z] = transformDirection(invertRigid(before), by);
        found.settings.points = found.settings.points.map((p, i) => (i === index ? { x: p.x + x, y: p.y + y, z: p.z + z } : p));
      }, gesture),
  };
}

/** Moves where the seen camera stands at a station: its carrier is landed there anew. */
export function useMoveStation(): (frame: number, by: Vec3, gesture: string) => void {
  const production = useProduction((p) => p);
  const { facts, carrierId } = useView((s) => ({ facts: s.facts, carrierId: s.carrierId }));
  const camera = useSeenCamera();
  const edit = useEdit();
  return (frame, by, gesture) => {
    const boundsOf = boundsIn(facts);
    const carrier = landingCarrier(camera, carrierId);
    if (!carrier) return;
    const pose = multiply(translation(...by), cameraPose(production, camera, frame, boundsOf));
    edit((draft) => land(draft, camera.id, carrier.id, frame, pose, undefined, rigContext(production, camera, boundsOf)), gesture);
  };
}
