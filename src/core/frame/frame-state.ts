import type { Iris } from '../optics/iris';
import type { Mat4 } from '../space/matrix';
import type { Fade } from '../production/mark';
import type { Surface } from '../production/materials';
import type { Region } from '../solid/mesh';
import type { Box, Vec3 } from '../space/vector';

/** Extent of a mark about its origin, and the height of its last baseline where it has one; metres. */
export interface MarkExtent extends Box {
  baseline?: number;
  /** Middles of the letters of words, in their order. */
  letters?: Vec3[];
}

/** Extents of marks about their origins, as far as they are known: focus on a mark needs them. */
export type BoundsOf = (markId: string) => MarkExtent | null | undefined;

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
  iris: Iris;
}

export interface MarkState {
  id: string;
  pose: Mat4;
  /** Places of its copies in its own frame; one, unmoved, for a mark by itself. */
  copies: Mat4[];
  /** Surfaces of each shell, in the mark's order. */
  shells: ShellState[];
  /** What runs of letters are made of in the place of the first shell's surfaces, in the order of the runs. */
  dresses: (Surface | null)[];
  /** How far a skin is blown up; null where there is none. */
  inflate: number | null;
}

export interface ShellState {
  surfaces: Record<Region, Surface>;
  /** Opacity as a gradient over the mark's extent; null where it is even. */
  fade: (Fade & { extent: MarkExtent }) | null;
}

export interface SetState {
  dome: { strength: number; turn: number; contrast: number };
  key: { strength: number; azimuth: number; height: number; softness: number; colour: string };
  floor: { level: number; shadow: number } | null;
  ground: { colour: string; falloff: number };
  display: { exposure: number; knee: number };
}
