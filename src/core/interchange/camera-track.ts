import { shotAt, shotCamera } from '../frame/shot-camera';
import type { BoundsOf, CameraState } from '../frame/frame-state';
import type { SolidProbe } from '../frame/solid-probe';
import { angleOfViewDeg } from '../optics/lens';
import type { Production } from '../production/production';
import { anglesOf, nearestTurn, positionOf } from '../space/matrix';
import { frameToSeconds } from '../time/rate';
import { formatTimecode } from '../time/timecode';
import { poseSample } from './pose-samples';

/** The camera that is seen in a delivered frame. */
export interface TrackedFrame {
  frame: number;
  seconds: number;
  /** Number of its shot, counted from 1. */
  shot: number;
  camera: CameraState;
}

/** The camera through some frames, first and last with them: as it is seen, over cuts and carries. */
export function cameraTrack(production: Production, first: number, last: number, boundsOf: BoundsOf, probe?: SolidProbe): TrackedFrame[] {
  const { rate } = production.format;
  let shot = 0;
  let from = -1;
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const frame = first + i;
    const span = shotAt(production, frame);
    if (span.from !== from) [shot, from] = [shot + 1, span.from];
    return { frame, seconds: frameToSeconds(frame, rate), shot, camera: shotCamera(production, frame, boundsOf, { probe }) };
  });
}

/** Pan, tilt and roll of each frame, going on over whole turns within a shot. */
function turnsOf(track: readonly TrackedFrame[]): { panDeg: number; tiltDeg: number; rollDeg: number }[] {
  let [pan, roll, shot] = [0, 0, -1];
  return track.map((each) => {
    const { panDeg, tiltDeg, rollDeg } = anglesOf(each.camera.pose);
    [pan, roll] = each.shot === shot ? [nearestTurn(panDeg, pan), nearestTurn(rollDeg, roll)] : [panDeg, rollDeg];
    shot = each.shot;
    return { panDeg: pan, tiltDeg, rollDeg: roll };
  });
}

const COLUMNS = [
  'frame',
  'timecode',
  'seconds',
  'shot',
  'x_m',
  'y_m',
  'z_m',
  'pan_deg',
  'tilt_deg',
  'roll_deg',
  'focal_length_mm',
  'angle_of_view_deg',
  'sensor_width_mm',
  'sensor_height_mm',
  'focus_m',
  'f_stop',
] as const;

/**
 * The camera as comma-separated values (RFC 4180), a line a frame under a line of names: metres with X right, Y up and Z toward the
 * audience; pan about the upright, then tilt, then roll, in degrees; the angle of view across.
 */
export function cameraCsv(track: readonly TrackedFrame[], { format: { rate } }: Production): string {
  const turns = turnsOf(track);
  const lines = track.map(({ frame, seconds, shot, camera }, i) => {
    const { panDeg, tiltDeg, rollDeg } = turns[i] as (typeof turns)[number];
    const { focalLengthMm, sensorWidthMm, sensorHeightMm, focusDistance, fStop } = camera;
    const numbers = [...positionOf(camera.pose), panDeg, tiltDeg, rollDeg, focalLengthMm, angleOfViewDeg(sensorWidthMm, focalLengthMm)];
    const rest = [sensorWidthMm, sensorHeightMm, focusDistance, fStop];
    return [frame, formatTimecode(frame, rate), seconds.toFixed(6), shot, ...[...numbers, ...rest].map((v) => v.toFixed(6))].join(',');
  });
  return [COLUMNS.join(','), ...lines, ''].join('\r\n');
}

/** The camera as samples of poses in JSON, one a line, as takes are read (docs/poses.md), with its lens. */
export function cameraSamples(track: readonly TrackedFrame[]): string {
  const turns = turnsOf(track);
  const lines = track.map(({ frame, seconds, camera }, i) => {
    const { panDeg, tiltDeg, rollDeg } = turns[i] as (typeof turns)[number];
    const [x, y, z] = positionOf(camera.pose);
    const sample = poseSample(seconds, { x, y, z, pan: panDeg, tilt: tiltDeg, roll: rollDeg }, `frame ${frame}`);
    return JSON.stringify({ ...sample, lens: { pinholeFocalLength: camera.focalLengthMm, focusDistance: camera.focusDistance } });
  });
  return `${lines.join('\n')}\n`;
}
