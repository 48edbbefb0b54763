import type { LayerChannel } from '@/core/delivery/layers';
import type { FrameState } from '@/core/frame/frame-state';
import { frameToSeconds, type RateName } from '@/core/time/rate';
import { addSubFrame, type FrameSize, type Looking, type Scenery, type Variant } from '../draw-frame';
import type { Painter } from '../painter';
import { SeenData } from './seen-data';

/** Thrown where layers are not wanted any more. */
export class LayersStopped extends Error {}

/**
 * A frame that is drawn, with what its layers are made from: they are drawn by the same sub-frames as the whole, so they add up to it.
 */
export class LayerSource {
  /** Seconds of the frame's middle. */
  readonly seconds: number;
  /** The whole as it leaves: scene light, premultiplied, with what is behind it and its effects. */
  readonly beauty: Float32Array;
  /** Of it what stands in the scene alone: with neither ground nor effects. */
  readonly mean: Float32Array;
  private readonly count: number;
  private readonly made = new Map<string, Float32Array>();
  private readonly data: SeenData;
  private seenOnce: ReturnType<SeenData['read']> | null = null;

  /** @param middle the state of the frame's middle, whose sum the painter holds */
  constructor(
    readonly painter: Painter,
    readonly scenery: Scenery,
    readonly order: FrameSize & { alpha: boolean },
    readonly middle: FrameState,
    private readonly goesOn: () => boolean | Promise<boolean>,
  ) {
    this.seconds = frameToSeconds(order.frame, this.rate);
    this.count = painter.sampleCount;
    this.beauty = painter.readLinear(middle, order.alpha);
    this.mean = painter.readMean();
    this.data = new SeenData(painter);
  }

  /** What is seen first in the middle of each pixel; drawn once, whoever asks. */
  seen(): ReturnType<SeenData['read']> {
    return (this.seenOnce ??= this.data.read(this.middle));
  }

  /** How far that moves in the frame between two instants, pixels to the right and up. */
  motion(around: readonly [FrameState, FrameState]): Float32Array {
    this.seen();
    return this.data.motion(this.middle, around);
  }

  dispose(): void {
    this.data.dispose();
  }

  /** Rate at which its frames are counted. */
  get rate(): RateName {
    return this.order.rate ?? this.scenery.production.format.rate;
  }

  /** Whether its light was followed by rays. */
  get isTraced(): boolean {
    return this.order.traced ?? this.scenery.production.traced;
  }

  /**
   * The mean of a part of it, or of the whole otherwise: scene light, premultiplied. What has been drawn under a name is not drawn again.
   * @throws LayersStopped
   */
  async drawn(name: string, variant: Variant & Looking): Promise<Float32Array> {
    const known = this.made.get(name);
    if (known) return known;
    const { painter, seconds, order } = this;
    painter.restart();
    for (let i = 0; i < this.count; i++) {
      if (!(await this.goesOn())) throw new LayersStopped('cancelled');
      addSubFrame(painter, this.scenery, {
        seconds,
        quality: 'full',
        i,
        n: order.samples,
        traced: this.isTraced,
        rate: this.rate,
        ...variant,
      });
    }
    const mean = painter.readMean();
    this.made.set(name, mean);
    return mean;
  }
}

/** How layers of a kind are made of a frame. */
export type LayerDrawer = (source: LayerSource) => Promise<LayerChannel[]>;

/** What is left of a picture without some others. */
export function without(picture: Float32Array, others: readonly Float32Array[]): Float32Array {
  const rest = picture.slice();
  for (const other of others) for (let i = 0; i < rest.length; i++) rest[i] = (rest[i] as number) - (other[i] as number);
  return rest;
}
