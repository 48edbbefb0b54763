import { anglesOf, positionOf, type Mat4 } from '../../space/matrix';
import { cameraSchema, carrierSchema, type Camera } from '../camera';
import { hueFor, MAX_CAMERAS, type Production } from '../production';
import { beginShotAt, isCarrySmooth, setCarry } from '../carry';
import { MAX_SHOTS, shotIndexAt, shotSchema, shotSpans, type Shot } from '../shots';
import { freshId } from './fresh-id';
import { plainCopy } from '../../schema/plain-copy';

/** Makes the shots that are only implied into ones that can be edited. */
function made(draft: Production): Shot[] {
  if (draft.shots.length === 0) draft.shots = [shotSchema.parse({ id: 'shot-1', cameraId: draft.cameras[0]?.id ?? '', from: 0 })];
  return draft.shots;
}

/** What a camera does at one instant, for making another that stands there. */
export interface Standing {
  pose: Mat4;
  focalLengthMm: number;
  fStop: number;
  focusDistance: number;
}

/** Adds a camera that stands still where another one is at the moment; returns its id, or null when there are too many. */
export function addCamera(draft: Production, like: Camera, { pose, focalLengthMm, fStop, focusDistance }: Standing): string | null {
  if (draft.cameras.length >= MAX_CAMERAS) return null;
  const id = freshId(draft.cameras, 'camera');
  const [x, y, z] = positionOf(pose);
  const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
  // Round what it is focused on: then it can be flown about its subject.
  const radius = Math.min(100, Math.max(0.05, focusDistance));
  const ahead = (i: number) => -(pose[8 + i] as number) * radius;
  const orbit = carrierSchema.parse({
    id: 'orbit-1',
    kind: 'orbit',
    channels: {
      azimuth: { rest: panDeg },
      height: { rest: -tiltDeg },
      roll: { rest: rollDeg },
      radius: { rest: radius },
      pivotX: { rest: x + ahead(0) },
      pivotY: { rest: y + ahead(1) },
      pivotZ: { rest: z + ahead(2) },
    },
  });
  const { focus, iris, sensorWidthMm } = like;
  draft.cameras.push(
    cameraSchema.parse({
      id,
      name: freshName(draft.cameras, 'Camera'),
      hue: hueFor(draft.cameras.length + 6),
      carriers: [orbit],
      lens: {
        channels: {
          focalLengthMm: { rest: Math.min(10_000, Math.max(4, focalLengthMm)) },
          fStop: { rest: fStop },
          focusDistance: { rest: focusDistance },
        },
      },
      focus: plainCopy(focus),
      iris: { ...iris },
      sensorWidthMm,
    }),
  );
  return id;
}

/** Adds a camera with all that another one does. */
export function duplicateCamera(draft: Production, cameraId: string): string | null {
  const like = draft.cameras.find(({ id }) => id === cameraId);
  if (!like || draft.cameras.length >= MAX_CAMERAS) return null;
  const id = freshId(draft.cameras, 'camera');
  draft.cameras.push({
    ...plainCopy(like),
    id,
    name: freshName(draft.cameras, 'Camera'),
    hue: hueFor(draft.cameras.length + 6),
  });
  return id;
}

function freshName(taken: readonly { name: string }[], stem: string): string {
  let n = taken.length + 1;
  while (taken.some(({ name }) => name === `${stem} ${n}`)) n++;
  return `${stem} ${n}`;
}

/** Removes a camera; its shots are seen by the first one left. The last camera stays. */
export function removeCamera(draft: Production, cameraId: string): void {
  if (draft.cameras.length < 2) return;
  draft.cameras = draft.cameras.filter(({ id }) => id !== cameraId);
  const heir = draft.cameras[0]?.id ?? '';
  for (const shot of draft.shots) if (shot.cameraId === cameraId) shot.cameraId = heir;
}

/**
 * Begins a new shot at a frame, by a camera of its own or by a given one; the picture there does not change when that is the same or
 * stands in its place.
 * @returns the shot's id, or null where a shot begins already or there are too many
 */
export function splitShot(draft: Production, frame: number, cameraId: string): string | null {
  const at = Math.round(frame);
  const shots = made(draft);
  if (at <= 0 || at >= draft.format.length || shots.length >= MAX_SHOTS || shots.some(({ from }, i) => i > 0 && from === at)) return null;
  const id = freshId(shots, 'shot');
  shots.push(shotSchema.parse({ id, cameraId, from: at }));
  shots.sort((a, b) => a.from - b.from);
  return id;
}

/**
 * Begins a new shot at every one of some frames, each by the camera that `cameraAt` gives for it.
 * @returns ids of the shots made
 */
export function splitShots(draft: Production, frames: readonly number[], cameraAt: (frame: number) => string | null): string[] {
  return [...new Set(frames.map(Math.round))]
    .sort((a, b) => a - b)
    .flatMap((frame) => {
      const begins = draft.shots.some(({ from }, i) => i > 0 && from === frame);
      const cameraId = frame <= 0 || frame >= draft.format.length || begins ? null : cameraAt(frame);
      const shot = cameraId === null ? null : splitShot(draft, frame, cameraId);
      return shot === null ? [] : [shot];
    });
}

/** Joins all shots alike: by cuts, or by carries of some frames, none of them longer than its shot. */
export function joinShots(draft: Production, frames: number): void {
  for (const { shot, from, to } of shotSpans(draft).slice(1))
    if (shot) setCarry(shot, Math.min(frames, to - from - 1), isCarrySmooth(shot));
}

/** Joins a shot to the one before it. The first one cannot go. */
export function removeShot(draft: Production, shotId: string): void {
  draft.shots = draft.shots.filter(({ id }, i) => i === 0 || id !== shotId);
}

/** Moves where a shot begins, between its neighbours. */
export function moveShot(draft: Production, shotId: string, to: number): void {
  const index = draft.shots.findIndex(({ id }) => id === shotId);
  const shot = draft.shots[index];
  if (!shot || index === 0) return;
  const before = index === 1 ? 0 : (draft.shots[index - 1] as Shot).from;
  const after = Math.min(draft.format.length, draft.shots[index + 1]?.from ?? Infinity);
  beginShotAt(shot, Math.max(before + 1, Math.min(after - 1, Math.round(to))));
}

/** Changes the shot at an index of `shotSpans`, making the implied one real. */
export function changeShot(draft: Production, frame: number, recipe: (shot: Shot) => void): void {
  const shots = made(draft);
  const shot = shots[shotIndexAt(shotSpans(draft), frame)];
  if (shot) recipe(shot);
}
