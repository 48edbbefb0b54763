import type { Channel, Handle, Key } from '../motion/channel';
import { keyAt, withKey, withKeyChanged, withPace } from '../motion/edit-channel';
import { PACES } from '../motion/pace';
import { carrierSchema, MAX_CARRIERS, type Camera } from '../production/camera';
import { freshId } from '../production/edits/fresh-id';
import type { Production } from '../production/production';
import { slide } from '../rig/carriers/slide';
import { rigPose, type Carrier } from '../rig/rig';
import type { CarrierValues, RigContext } from '../rig/carrier';
import { invertRigid, multiply, type Mat4 } from '../space/matrix';
import { rigContext } from './camera-pose';
import type { BoundsOf } from './frame-state';
import type { VisitPlan, VisitStation } from './visit';
import { NO_REBOUND } from '../motion/rebound';

/**
 * Writes a visit on slides of the camera, as if it were made by hand. One slide holds place and turn; where moves overlap, the places of
 * every other move lie on a second one: places of slides that only carry add up, so each stop is reached exactly and every way is straight.
 * A last one drifts.
 */

const PLACE = ['x', 'y', 'z'] as const;
const TURN = ['pan', 'tilt', 'roll'] as const;
const AT_HOME: CarrierValues = { x: 0, y: 0, z: 0, pan: 0, tilt: 0, roll: 0 };

/** A move of some channels. */
interface Move {
  from: number;
  to: number;
  names: readonly string[];
  start: CarrierValues;
  end: CarrierValues;
}

type Channels = Record<string, Channel>;

function addMove(channels: Channels, { from, to, names, start, end }: Move, plan: VisitPlan): void {
  for (const name of names) {
    let channel = channels[name] ?? { rest: 0, keys: [] };
    if (!keyAt(channel, from)) channel = withKey(channel, from, start[name] ?? 0);
    if (to > from) {
      channel = withKey(channel, to, end[name] ?? 0, { join: 'eased' });
      channel = withPace(channel, from, to, PACES[plan.pace]);
    }
    channels[name] = channel;
  }
}

/** Between an arrival and the next start a value stands. */
function holdStays(channels: Channels): void {
  for (const [name, channel] of Object.entries(channels)) {
    let held = channel;
    channel.keys.forEach((key: Key, i) => {
      const next = channel.keys[i + 1];
      if (next && next.value === key.value) held = withKeyChanged(held, key.frame, { join: 'straight', ...NO_REBOUND });
    });
    channels[name] = held;
  }
}

const slideOf = (taken: readonly Carrier[], name: string, channels: Channels): Carrier => {
  holdStays(channels);
  return carrierSchema.parse({ id: freshId(taken, 'slide'), kind: 'slide', name, channels });
};

/** Poses of the stations as the slides see them: within the carriers before them. */
function homePoses(before: readonly Carrier[], stations: readonly VisitStation[], context: RigContext): Mat4[] {
  return stations.map(({ pose, arrives }) => multiply(invertRigid(rigPose(before, arrives, context)), pose));
}

/** Writes a visit; returns the id of the carrier that holds it, or null where there is no room for it. */
export function takeVisit(
  draft: Production,
  cameraId: string,
  stations: readonly VisitStation[],
  plan: VisitPlan,
  boundsOf: BoundsOf,
): string | null {
  const camera = draft.cameras.find(({ id }) => id === cameraId);
  const [first] = stations;
  if (!camera || !first || camera.carriers.length + 4 > MAX_CARRIERS) return null;
  // What shakes goes on shaking the whole.
  const shaking = camera.carriers.findIndex(({ kind }) => kind === 'shake');
  const place = shaking < 0 ? camera.carriers.length : shaking;
  const context = rigContext(draft, camera, boundsOf);
  const poses = homePoses(camera.carriers.slice(0, place), stations, context);
  const overlaps = stations.some(({ leaves, arrives }) => leaves < arrives);
  const [even, odd, turn]: [Channels, Channels, Channels] = [{}, {}, {}];
  let present = AT_HOME;
  /** Where each of the two slides that carry has got to. */
  const carried: [CarrierValues, CarrierValues] = [{ ...AT_HOME }, { ...AT_HOME }];
  stations.forEach(({ begins, arrives }, i) => {
    const target = slide.land(poses[i] as Mat4, present, { settings: {}, frame: arrives, context });
    if (overlaps) {
      const own = (i % 2) as 0 | 1;
      const [mine, others] = [carried[own], carried[1 - own] as CarrierValues];
      const end = Object.fromEntries(PLACE.map((name) => [name, (target[name] ?? 0) - (others[name] ?? 0)]));
      addMove(
        own === 0 ? even : odd,
        { from: begins, to: arrives, names: PLACE, start: i === 0 && begins === arrives ? end : mine, end },
        plan,
      );
      carried[own] = { ...mine, ...end };
      // A turn cannot begin before the last one has ended.
      const turns = Math.max(begins, stations[i - 1]?.arrives ?? begins);
      addMove(turn, { from: turns, to: arrives, names: TURN, start: begins === arrives ? target : present, end: target }, plan);
    } else
      addMove(
        even,
        { from: begins, to: arrives, names: [...PLACE, ...TURN], start: begins === arrives ? target : present, end: target },
        plan,
      );
    present = target;
  });
  const added: Carrier[] = [];
  const add = (name: string, channels: Channels) => added.push(slideOf([...camera.carriers, ...added], name, channels));
  add('Visit', even);
  if (overlaps) {
    add('Visit, every other', odd);
    add('Visit, turn', turn);
  }
  if (stations.some(({ drift }) => drift !== 0)) add('Visit, drift', { z: driftOf(stations, draft.format.length) });
  camera.carriers.splice(place, 0, ...added);
  keyFocus(camera, stations);
  // What it was held on is not what it visits.
  camera.aim.settings.on = 'nothing';
  return added[0]?.id ?? null;
}

/** A value that is passed through at some speed. */
interface Passing {
  frame: number;
  value: number;
  /** Of a frame. */
  slope: number;
}

/** Third of a span on both sides: with these a curve between two keys is the cubic that has the slopes of its ends (Hermite). */
const THIRD = 1 / 3;

/** Keys that pass through values at speeds. */
function passing(points: readonly Passing[]): Channel {
  const handle = (slope: number, a: Passing | undefined, b: Passing | undefined): Handle => {
    const mean = a && b ? (b.value - a.value) / (b.frame - a.frame) : 0;
    return { influence: THIRD, speed: mean === 0 ? 0 : slope / mean };
  };
  const keys = points.map((point, i): Key => ({
    frame: point.frame,
    value: point.value,
    join: 'eased',
    arrive: handle(point.slope, points[i - 1], point),
    leave: handle(point.slope, point, points[i + 1]),
    bounces: 0,
  }));
  return { rest: 0, keys };
}

/**
 * A slow move towards what is seen while the camera is there: in the middle of the stay it is where it was meant; on the way to the next
 * stop it turns back, without a jolt. In the last stop it comes to rest.
 */
function driftOf(stations: readonly VisitStation[], length: number): Channel {
  const last = stations.length - 1;
  return passing(
    stations.flatMap(({ arrives, leaves, drift }, i): Passing[] => {
      const end = Math.max(arrives + 1, i === last ? length - 1 : leaves);
      const slope = -drift / (end - arrives);
      return i === last
        ? [
            { frame: arrives, value: drift, slope },
            { frame: end, value: 0, slope: 0 },
          ]
        : [
            { frame: arrives, value: drift / 2, slope },
            { frame: end, value: -drift / 2, slope },
          ];
    }),
  );
}

/** Focused on each stop from when it is arrived at until it is left, where the focus is a distance. */
function keyFocus(camera: Camera, stations: readonly VisitStation[]): void {
  if (camera.focus.on !== 'distance') return;
  for (const { arrives, leaves, focus } of stations) {
    let channel = withKey(camera.lens.channels.focusDistance, arrives, focus, { join: 'eased' });
    if (leaves > arrives) channel = withKey(channel, leaves, focus, { join: 'eased' });
    camera.lens.channels.focusDistance = channel;
  }
}
