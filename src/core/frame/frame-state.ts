import type { LinearColour } from '../colour/transfer';
import type { Values } from '../motion/readers';
import type { Iris } from '../optics/iris';
import type { PartSeat } from '../outline/part-seat';
import type { MaterialKind } from '../production/materials';
import type { DomeElementKind } from '../production/owners/dome-elements/elements';
import type { FINISH, LIGHTS, SET } from '../production/owners/kinds';
import type { Mark } from '../production/mark';
import type { PatternKind } from '../production/owners/patterns/patterns';
import type { PLATE_FITS } from '../production/owners/plate';
import type { Picture } from '../production/picture';
import type { Fade } from '../production/shell';
import type { Surface } from '../production/surface';
import type { Surroundings } from '../production/surroundings';
import type { OwnerKind, OwnerOf } from '../schema/owner-kind';
import type { RegionKind, RegionKindName, SpaceRegion } from '../production/owners/regions/regions';
import type { LineState } from '../solid/line/drawn-line';
import type { Region } from '../solid/mesh';
import type { Mat4 } from '../space/matrix';
import type { Box, Vec3 } from '../space/vector';

/** Extent of a mark about its origin, and the height of its last baseline where it has one; metres. */
export interface MarkExtent extends Box {
  baseline?: number;
  /** The letters of words, or the paths of a drawing, in their order. */
  parts?: PartExtent[];
  /** Middles of the pieces that it breaks into. */
  shards?: Vec3[];
}

/** A part of a mark as it stands at rest. */
export type PartExtent = PartSeat;

/** What moves by itself within a mark: taken from where it is set by a pose in the mark's frame. */
export interface PartState {
  pose: Mat4;
  opacity: number;
  on: boolean;
  /** What it changes of all surfaces of the part; null for nothing. */
  look: PartLook | null;
}

/** What something that moves by itself changes of what it is made of. */
export interface PartLook {
  /** How far it takes the colour, 0..1. */
  tints: number;
  colour: LinearColour;
  /** Added to the glow, and to the roughness. */
  glow: number;
  roughness: number;
  /** How much of it is wiped off, 0..1, and which way, degrees from the right. */
  wipe: number;
  wipeAngle: number;
  /** So many times as far as its mark its skin is blown up. */
  inflate: number;
}

/** Extents of marks about their origins, as far as they are known: focus on a mark needs them. */
export type BoundsOf = (markId: string) => MarkExtent | null | undefined;

/** An owner of the production at one instant: its values by name. One that is off is not among them. */
export type OwnerState<K extends OwnerKind> = K extends OwnerKind
  ? { id: string; kind: K['kind']; values: Values<OwnerOf<K>['channels']>; settings: OwnerOf<K>['settings'] }
  : never;

/** A light as its channels have it. */
export type LightOwnerState = OwnerState<(typeof LIGHTS)[number]>;
/** A light as it stands in the world. */
export type LightState = LightOwnerState & {
  /** It shines along its -Z. */
  pose: Mat4;
  /** Intensity along its axis; of a sun, what falls on a surface that faces it. */
  sent: LinearColour;
  /** Which marks it lights; null for all of them. */
  lights: { isOnly: boolean; marks: string[] } | null;
  castsShadow: boolean;
};
export type DomeElementState = OwnerState<DomeElementKind>;
/** One of the surroundings that make the dome. */
export interface SurroundingsState {
  id: string;
  values: Values<Surroundings['channels']>;
  settings: Surroundings['settings'];
  elements: DomeElementState[];
}
export type SetState = OwnerState<(typeof SET)[number]>;
export type EffectState = OwnerState<(typeof FINISH)[number]>;

/** Everything the picture needs to know of one instant. No drawing here, and no document. */
export interface FrameState {
  /** Seconds from the start. */
  time: number;
  camera: CameraState;
  marks: MarkState[];
  lights: LightState[];
  /** What the dome is made of: one, or two that are mixed. */
  domes: SurroundingsState[];
  set: SetState[];
  /** The picture behind everything; null where there is none. */
  plate: PlateState | null;
  /** In the order in which light takes them. */
  finish: EffectState[];
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
  /** Each shell, in the mark's order. */
  shells: ShellState[];
  /** What runs of letters, or paths of a drawing, are made of in the place of the first shell's surfaces, in their order. */
  ownSurfaces: (SurfaceState | null)[];
  /** Of each shell what moves by itself, by letter or path; null for each that is at rest, and where all are. */
  parts: readonly (readonly (PartState | null)[])[] | null;
  /** The same of its copies. */
  copyStates: readonly (PartState | null)[] | null;
  /** Where the pieces are that it has fallen into, from where they came from; null for each that is at rest, and where all are. */
  shards: readonly (Mat4 | null)[] | null;
  /** Parts of space that show or hide it. */
  regions: readonly RegionState[];
  /** What comes after it, the nearest first. */
  trail: readonly TrailStep[];
  /** How far a skin is blown up; null where there is none. */
  inflate: number | null;
  /** The mark that it is seen within, in the picture, or outside of; null where it is seen whole. */
  matte: { markId: string; isOutside: boolean } | null;
  /** It only cuts others, and is not seen itself. */
  cutsOnly: boolean;
  /** How far it is drawn; null where it is no line. */
  line: LineState | null;
  /** The picture that lies on its first shell; null where there is none. */
  picture: PanelState | null;
  /** The picture that is thrown on it; null where none is. */
  reveal: RevealState | null;
}

/** A region as its channels have it. */
export type RegionOwnerState = OwnerState<RegionKind>;

/** A region at one instant. */
export interface RegionState {
  id: string;
  kind: RegionKindName;
  /** From its own frame into that of its mark; of one in the frame of the picture, from its own into that, both in heights of it. */
  pose: Mat4;
  /** From the frame of its mark into its own. */
  into: Mat4;
  /** It lies in the frame of the picture: what `into` gives is divided by its last. */
  isFlat: boolean;
  /** Half of its sides, metres; of a half space nothing. */
  half: Vec3;
  /** Corners of one that is drawn, metres in its own frame; empty for all others. */
  outline: readonly (readonly [x: number, y: number])[];
  /** Width over which it goes from all to nothing, metres. */
  border: number;
  acts: SpaceRegion['settings']['acts'];
  /** The shell that it acts on, by its place among them; null for all. */
  shell: number | null;
}

/** A mark as it comes after itself: all its copies, with its parts as they were. */
export interface TrailStep {
  state: PartState;
  copies: Mat4[];
  parts: MarkState['parts'];
  shards: MarkState['shards'];
}

/** A frame of a picture: the file, what that holds, and which of its frames. */
export interface PictureRef {
  hash: string;
  holds: Picture['holds'];
  frame: number;
}

/** A picture on a panel at one instant. */
export interface PanelState {
  /** Null where nothing of it is seen. */
  ref: PictureRef | null;
  /** Extent in the mark's plane about its origin, metres. */
  width: number;
  height: number;
  /** Which way it is seen in a mirror. */
  mirror: Mark['mirror'];
  /** How far it is seen in its own colours, whatever light falls on it. */
  own: number;
  isOnBack: boolean;
  isClear: boolean;
}

/** A picture that was thrown on a mark and sticks to it. */
export interface RevealState {
  ref: PictureRef;
  /** From the frame of the mark, with all that it is made of at rest, into the picture: across and up from 0 to 1, over the last. */
  into: Mat4;
  /** How much of it is seen, and how far in its own colours. */
  shows: number;
  own: number;
}

/** A picture behind everything at one instant. */
export interface PlateState {
  ref: PictureRef;
  /** Width over height. */
  ratio: number;
  opacity: number;
  fit: (typeof PLATE_FITS)[number];
  isDelivered: boolean;
}

/** What a region is made of at one instant. */
export type SurfaceState = Values<Surface['channels']> & { material: MaterialKind; patterns: readonly PatternState[] };

/** A pattern on a surface at one instant. */
export type PatternState = OwnerState<PatternKind>;

export interface ShellState {
  on: boolean;
  /** Depths between which it stands at the moment; it was built at those of its rest. */
  from: number;
  to: number;
  surfaces: Record<Region, SurfaceState>;
  /** Opacity as a gradient over the mark's extent; null where it is even. */
  fade: (Fade & { extent: MarkExtent }) | null;
}
