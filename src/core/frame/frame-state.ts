import type { Mat4 } from '../space/matrix';
import type { Surface } from '../production/materials';
import type { Region } from '../solid/mesh';

/** Everything the picture needs to know of one instant. No drawing here, and no document. */
export interface FrameState {
  /** Seconds from the start. */
  time: number;
  camera: CameraState;
  marks: MarkState[];
  set: SetState;
}

export interface CameraState {
  /** Pose: looks along its -Z. */
  pose: Mat4;
  focalLengthMm: number;
  fStop: number;
  /** Distance of the focus plane along the lens axis, metres. */
  focusDistance: number;
  sensorWidthMm: number;
  sensorHeightMm: number;
}

export interface MarkState {
  id: string;
  pose: Mat4;
  /** Surfaces of each shell, in the mark's order. */
  shells: Record<Region, Surface>[];
}

export interface SetState {
  dome: { strength: number; turn: number; contrast: number };
  key: { strength: number; azimuth: number; height: number; softness: number; colour: string };
  floor: { level: number; shadow: number } | null;
  ground: { colour: string; falloff: number };
  display: { exposure: number; knee: number };
}
