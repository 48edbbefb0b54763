import { ALL_FORMATS, BlobSource, Input, VideoSampleSink, type InputVideoTrack, type VideoSample } from 'mediabunny';
import { MAX_PICTURE_FRAMES } from '@/core/production/picture';
import { framesPerSecond, RATE_NAMES } from '@/core/time/rate';
import { AS_STORED, checkSide, hasAlpha, PictureFileError, type PictureFile } from './opened';

/** Of a frame that lies so little further on, those on the way are decoded; one further away is looked for anew. */
const NEAR = 90;

/**
 * Frames of a video by their number. A frame hangs on those before it, so they are decoded in their order, and where the next one asked
 * for lies a little further on, decoding goes on.
 */
class VideoFrames {
  private samples: AsyncGenerator<VideoSample> | null = null;
  private now: { sample: VideoSample; index: number } | null = null;
  /** Frames are asked for one after another. */
  private last: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly sink: VideoSampleSink,
    private readonly rate: number,
    private readonly begins: number,
  ) {}

  frame(index: number): Promise<ImageBitmap> {
    const made = this.last.catch(() => undefined).then(() => this.find(index));
    this.last = made;
    return made;
  }

  private async find(index: number): Promise<ImageBitmap> {
    const ahead = this.now ? index - this.now.index : -1;
    if (!this.samples || ahead < 0 || ahead > NEAR) {
      await this.reset();
      this.samples = this.sink.samples(this.timeOf(index));
    }
    while (!this.now || this.now.index < index) {
      const { value, done } = await (this.samples as AsyncGenerator<VideoSample>).next();
      // Past its end a video holds its last frame: how many there are is known only by the packets that hold them.
      if (done) break;
      this.now?.sample.close();
      this.now = { sample: value, index: this.indexOf(value) };
    }
    if (!this.now) throw new PictureFileError('There is no such frame in this video.');
    return bitmapOf(this.now.sample);
  }

  /** The middle of a frame: an instant that belongs to no other, however times are rounded. */
  private timeOf(index: number): number {
    return this.begins + (index + 0.5) / this.rate;
  }

  /** The last frame at which a picture is still seen. */
  private indexOf({ timestamp, duration }: VideoSample): number {
    const length = Math.max(1, Math.round(duration * this.rate));
    return Math.round((timestamp - this.begins) * this.rate) + length - 1;
  }

  async reset(): Promise<void> {
    await this.samples?.return(undefined);
    this.samples = null;
    this.now?.sample.close();
    this.now = null;
  }
}

/** A frame as a picture, turned as its file says. */
function bitmapOf(sample: VideoSample): Promise<ImageBitmap> {
  const [width, height] = [sample.displayWidth, sample.displayHeight];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new PictureFileError('This browser cannot show pictures of a video here.');
  sample.draw(context, 0, 0, width, height);
  return createImageBitmap(canvas, AS_STORED);
}

/** Times in WebM are whole milliseconds, so a rate that is measured by them is near to the one that was meant. */
const NEAR_RATE = 0.004;

/** The rate of the trade that is nearest to a measured one, or else that one itself. */
function rateOf(measured: number): number {
  const known = RATE_NAMES.map(framesPerSecond).sort((a, b) => Math.abs(a - measured) - Math.abs(b - measured))[0] ?? measured;
  const rate = Math.abs(known / measured - 1) < NEAR_RATE ? known : measured;
  return Math.min(240, Math.max(1, Math.round(rate * 1000) / 1000));
}

async function trackOf(input: Input): Promise<InputVideoTrack> {
  const track = await input.getPrimaryVideoTrack().catch(() => null);
  if (!track) throw new PictureFileError('There is no picture in this video, or it is damaged.');
  if (!(await track.canDecode())) throw new PictureFileError('This browser cannot decode this video. Save it as H.264, VP9 or AV1.');
  return track;
}

/** A video in MP4 or WebM. */
export async function openVideo(file: Blob): Promise<PictureFile> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const track = await trackOf(input);
  const { packetCount, averagePacketRate } = await track.computePacketStats();
  if (packetCount < 1) throw new PictureFileError('There are no frames in this video.');
  if (packetCount > MAX_PICTURE_FRAMES) throw new PictureFileError(`A moving picture can have at most ${MAX_PICTURE_FRAMES} frames.`);
  const rate = rateOf(averagePacketRate);
  const frames = new VideoFrames(new VideoSampleSink(track), rate, await track.getFirstTimestamp());
  const first = await frames.frame(0);
  checkSide(first.width, first.height);
  const { width, height } = first;
  const facts = { holds: 'video', width, height, frames: packetCount, rate, alpha: hasAlpha(first) } as const;
  first.close();
  return {
    facts,
    frame: (index) => frames.frame(index),
    close: () => {
      void frames.reset();
      input.dispose();
    },
  };
}
