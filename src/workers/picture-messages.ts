import type { Patch } from 'immer';
import type { DisplayCurve } from '@/core/colour/display';
import type { FrameMotion } from '@/core/check/strobe';
import type { FrameOutput } from '@/core/delivery/outputs/outputs';
import type { ColourReading } from '@/core/finish/colour-reading';
import type { Scopes } from '@/core/finish/scopes';
import type { Production } from '@/core/production/production';
import type { Mat4 } from '@/core/space/matrix';
import type { FallOrder } from '@/core/fall/solve-fall';
import type { CutLine, SectionLoop } from '@/core/solid/section';
import type { MarkExtent } from '@/core/frame/frame-state';
import type { FreeView } from '@/core/frame/free-view';
import type { Soloed } from '@/core/frame/soloed';
import type { TakeawayName } from '@/core/interchange/takeaways';
import type { Letter } from '@/core/outline/text-layout';
import type { Words } from '@/core/production/words';
import type { ReadSettings } from '@/core/check/read-check';
import type { Verdict } from '@/core/check/verdict';
import type { CheckOrder, Glance } from './check-run';
import type { FontFacts } from './solid-messages';
import type { FrameCover } from '@/picture/frame-cover';
import type { LightShare } from '@/picture/light-shares';
import type { MaterialSwatch, SwatchPlace } from '@/picture/material-swatches';
import type { Picked } from '@/picture/pick';
import type { Quality } from '@/picture/quality';
import type { FrameSize } from '@/picture/draw-frame';

/** What the lens view asks to see. */
export interface Look {
  seconds: number;
  quality: Quality;
  /** Pixels. */
  width: number;
  height: number;
  /** A pose to look from instead of the camera's own. */
  pose: Mat4 | null;
  /** A camera to look through instead of the shot's own. */
  cameraId: string | null;
  /** A view that is no camera's, instead of one. */
  free: FreeView | null;
  /** Some light alone, or all but it. */
  soloed: Soloed | null;
  /** One effect alone, by its id; null for all. */
  onlyEffect: string | null;
  /** Shown by another curve than its own; by its own if null. */
  curve: DisplayCurve | null;
  /** As much of the frame from its left, 0 to 1, is shown as it is before all effects. */
  before: number;
  /** Paints over the picture how sharp each surface is. */
  sharpness: boolean;
  /** While playing or dragging, one sub-frame a picture; at rest the picture goes on to full. */
  moving: boolean;
}

export interface FrameOrder extends FrameSize {
  id: number;
  alpha: boolean;
  /** What is made of it: files, or (for looking at) its pixels in 8 bits with straight opacity, top row first. */
  files: readonly (FrameOutput | { kind: 'rgba' })[];
}

export type ToPicture =
  | { kind: 'canvas'; canvas: OffscreenCanvas }
  | { kind: 'production'; production: Production }
  /** What of the production has changed since it, or the last of these, came. */
  | { kind: 'patches'; patches: Patch[] }
  | { kind: 'look'; look: Look }
  | { kind: 'pick'; id: number; x: number; y: number }
  /** What scopes show of the picture as it is. */
  | { kind: 'scopes'; id: number }
  /** A colour of it. */
  | { kind: 'colour'; id: number; x: number; y: number }
  /** What lights a spot of the picture. */
  | { kind: 'shares'; id: number; x: number; y: number }
  /** A mark as it would look with a region of it made of each material. */
  | { kind: 'swatches'; id: number; place: SwatchPlace }
  /** The dome unrolled. */
  | { kind: 'dome'; id: number }
  | { kind: 'section'; id: number; markId: string; cut: CutLine }
  | { kind: 'letters'; id: number; words: Words }
  | { kind: 'glb'; id: number; markId: string }
  /** The outlines of a mark as path data. */
  | { kind: 'outline'; id: number; markId: string }
  /** What is solved for the fall of a mark. */
  | { kind: 'fall'; id: number; markId: string }
  /** How much of some frames a mark covers. */
  | { kind: 'cover'; id: number; markId: string; frames: number[] }
  /** Motion in the picture at every so many frames; a newer question takes the place of an older one. */
  | { kind: 'motion'; id: number; every: number }
  /** Something that leaves beside pictures, of frames first and last with them. */
  | { kind: 'takeaway'; id: number; name: TakeawayName; first: number; last: number; file: string }
  /** All checks over all frames; a newer question takes the place of an older one, and it can be cancelled. */
  | { kind: 'checks'; id: number; order: CheckOrder }
  /** A version at a glance; a newer question takes the place of an older one. */
  | { kind: 'glance'; id: number; needs: ReadSettings }
  | { kind: 'stop-building'; markId: string }
  | { kind: 'frame'; order: FrameOrder }
  | { kind: 'cancel'; id: number };

/** A closed line of a section, and the shell it belongs to. */
export interface ShellLoop {
  shell: number;
  loop: SectionLoop;
}

export interface MarkFacts {
  bounds: MarkExtent | null;
  triangles: number;
  missing: string[];
  faults: string[];
  letters: Letter[];
  ends: Letter[];
  /** Of words: what their font can do and may be used for. */
  font: FontFacts | null;
}

export type FromPicture =
  | { kind: 'drawn-by'; name: string }
  | { kind: 'drawn'; seconds: number; samples: number; of: number; focus: number; milliseconds: number }
  | { kind: 'mark'; markId: string; facts: MarkFacts | null }
  | { kind: 'building'; markId: string; done: number; of: number }
  | { kind: 'mark-failed'; markId: string; reason: string }
  | { kind: 'section'; id: number; loops: ShellLoop[] }
  | { kind: 'letters'; id: number; letters: Letter[] | null }
  | { kind: 'outline'; id: number; d: string | null }
  | { kind: 'glb'; id: number; bytes: Uint8Array | null }
  | { kind: 'fall'; id: number; order: FallOrder | null; from: string }
  | { kind: 'cover'; id: number; covers: FrameCover[] | null }
  | { kind: 'motion'; id: number; motion: FrameMotion[] | null }
  | { kind: 'takeaway'; id: number; bytes: Uint8Array | null; trouble: string | null }
  | { kind: 'checking'; done: number; of: number }
  | { kind: 'checks'; id: number; verdicts: Verdict[] | null; trouble: string | null }
  | { kind: 'glance'; id: number; glance: Glance | null; trouble: string | null }
  | ({ kind: 'picked'; id: number } & Picked)
  | { kind: 'scopes'; id: number; scopes: Scopes }
  | { kind: 'colour'; id: number; reading: ColourReading }
  | { kind: 'shares'; id: number; shares: LightShare[] }
  | { kind: 'swatches'; id: number; swatches: MaterialSwatch[] }
  | { kind: 'dome'; id: number; radiance: Float32Array | null }
  | { kind: 'frame'; id: number; files: Uint8Array[]; milliseconds: number }
  | { kind: 'frame-failed'; id: number; reason: string }
  /** A picture has come, or (in words) one that is wanted will not. */
  | { kind: 'pictures'; trouble: string | null }
  /** Light cannot be followed by rays here, in words: it is drawn plain. */
  | { kind: 'no-rays'; trouble: string }
  | { kind: 'lost'; reason: string };
