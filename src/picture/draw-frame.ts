import { cameraAt, evaluate, type EvaluateOptions } from '@/core/frame/evaluate';
import { picturesIn } from '@/core/frame/panel-state';
import { marginOf } from '@/core/finish/reach';
import type { BoundsOf, FrameState } from '@/core/frame/frame-state';
import type { SolidProbe } from '@/core/frame/solid-probe';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { exposureSeconds, frameToSeconds, secondsToFrame, type RateName } from '@/core/time/rate';
import type { PictureSource } from './picture-source';
import type { Painter } from './painter';
import type { Quality } from './quality';
import type { SlotFilter } from './surfaces/slot-materials';

/** A production as it can be drawn: with the extents and surfaces of its marks, as far as they are built. */
export interface Scenery {
  production: Production;
  boundsOf: BoundsOf;
  probe?: SolidProbe;
  /** Pictures that it shows; drawn without them where there are none. */
  pictures?: PictureSource;
}

/** How it is looked at. */
export type Looking = Pick<EvaluateOptions, 'pose' | 'cameraId' | 'free' | 'soloed'>;

/** What of the picture is drawn, where that is not all of it. */
export interface Variant {
  /** What of all that stands there, hidden by the rest as in the whole. */
  part?: SlotFilter | null;
  /** All stands as in the middle of the exposure, lit from the middles of its lights: quick, as shadows are drawn once. */
  isStill?: boolean;
  /** What else is otherwise. */
  change?: (state: FrameState) => FrameState;
}

/** The state of an instant as it is drawn. */
export const stateAt = ({ production, boundsOf, probe }: Scenery, seconds: number, looking: Looking = {}): FrameState =>
  evaluate(production, seconds, boundsOf, { ...looking, probe });

const MIDDLE = (): readonly [number, number] => [0, 0];

/** Draws sub-frame i of n of the picture at a time, and adds it. */
export function addSubFrame(
  painter: Painter,
  { production, boundsOf, probe }: Scenery,
  {
    seconds,
    quality,
    i,
    n,
    traced = false,
    rate = production.format.rate,
    part = null,
    change = (state) => state,
    isStill = false,
    ...looking
  }: Looking & Variant & { seconds: number; quality: Quality; i: number; n: number; traced?: boolean; rate?: RateName },
): FrameState {
  const { seed, shutterDeg, format } = production;
  const own = subFrameSample(seed, i, n);
  const sample = isStill ? { ...own, shutter: 0.5, light: MIDDLE } : own;
  const exposure = exposureSeconds(shutterDeg, rate);
  const instant = seconds + (sample.shutter - 0.5) * exposure;
  const pictureFrame = secondsToFrame(seconds, format.rate);
  const state = change(evaluate(production, instant, boundsOf, { ...looking, probe, pictureFrame }));
  const half = 0.5 * sample.share * exposure;
  const seenAt = (time: number) => cameraAt(production, time, boundsOf, { ...looking, probe, pictureFrame });
  // One that stands for the whole exposure is a look at an instant.
  const swept = sample.share < 1 ? ([seenAt(instant - half), seenAt(instant + half)] as const) : null;
  painter.addSubFrame(state, quality, sample, traced ? { seed, i } : null, swept, part);
  return state;
}

/** The noise is measured after each so many sub-frames. */
export const MEASURED_EACH = 8;

export interface FrameSize {
  frame: number;
  width: number;
  height: number;
  /** Sub-frames, at most. */
  samples: number;
  /** Noise at which it is done before that, in 8-bit values as they are shown; 0 draws all sub-frames. */
  until?: number;
  /** Sub-frames that are drawn whatever the noise is. */
  least?: number;
  /** Whether its light is followed by rays; as the production says where it is not given. */
  traced?: boolean;
  /** Rate at which frames are counted; that of the production where it is not given. */
  rate?: RateName;
}

/**
 * Draws one frame in full into the painter's sum: the one way to a finished frame, for stills, renders and tests. Between sub-frames it
 * gives way.
 * @param goesOn asked between sub-frames; false stops
 * @throws NoRays where its light is to be followed by rays and cannot be
 * @returns the state of the frame's middle, by which the sum is read; null when it was stopped
 */
export async function drawFrame(
  painter: Painter,
  scenery: Scenery,
  {
    frame,
    width,
    height,
    samples,
    until = 0,
    least = 0,
    traced = scenery.production.traced,
    rate = scenery.production.format.rate,
  }: FrameSize,
  goesOn: () => boolean | Promise<boolean> = () => true,
): Promise<FrameState | null> {
  const seconds = frameToSeconds(frame, rate);
  const middle = stateAt(scenery, seconds);
  // A frame that is written waits for what it shows.
  await scenery.pictures?.whenReady(picturesIn(middle));
  painter.resize(width, height, marginOf(middle.finish));
  painter.restart(until > 0);
  for (let i = 0; i < samples; i++) {
    if (!(await goesOn())) return null;
    const state = addSubFrame(painter, scenery, { seconds, quality: 'full', i, n: samples, traced, rate });
    if (until > 0 && i + 1 >= least && (i + 1) % MEASURED_EACH === 0 && painter.noise(state) <= until) break;
  }
  return middle;
}
