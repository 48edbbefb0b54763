import { writeExr } from '@/core/delivery/exr';
import { pngPixels, type ShownFrame } from '@/core/delivery/frame-pixels';
import type { FrameOutput } from '@/core/delivery/outputs/outputs';
import { writePng } from '@/core/delivery/png';
import type { FrameState } from '@/core/frame/frame-state';
import { RATES } from '@/core/time/rate';
import { timecodeParts } from '@/core/time/timecode';
import type { Scenery } from '@/picture/draw-frame';
import { drawLayers } from '@/picture/layers/draw-layers';
import { LayerSource } from '@/picture/layers/layer-source';
import type { Painter } from '@/picture/painter';
import type { FrameOrder } from './picture-messages';

/** A frame whose sum a painter holds, read once in each way that is asked for. */
export class DrawnPicture implements ShownFrame {
  private eightBits: Uint8Array | null = null;
  private floats: Float32Array | null = null;

  constructor(
    readonly painter: Painter,
    readonly scenery: Scenery,
    readonly order: FrameOrder,
    readonly state: FrameState,
    readonly goesOn: () => Promise<boolean>,
  ) {}

  get width(): number {
    return this.order.width;
  }

  get height(): number {
    return this.order.height;
  }

  eight(): Uint8Array {
    return (this.eightBits ??= this.painter.read(this.state, this.order.alpha));
  }

  exact(): Float32Array {
    return (this.floats ??= this.painter.readShown(this.state, this.order.alpha));
  }
}

type Writers = {
  [K in FrameOutput['kind']]: (picture: DrawnPicture, output: Extract<FrameOutput, { kind: K }>) => Uint8Array | Promise<Uint8Array>;
};

const WRITERS: Writers = {
  png: (picture, output) => writePng(pngPixels(picture, output, picture.order.alpha)),
  jpeg: async (picture, { quality }) => {
    const { width, height } = picture;
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(picture.eight()), width, height), 0, 0);
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: quality / 100 });
    return new Uint8Array(await blob.arrayBuffer());
  },
  exr: async (picture, { layers, compression }) => {
    const { painter, scenery, order, state, goesOn, width, height } = picture;
    const source = new LayerSource(painter, scenery, order, state, goesOn);
    const channels = await drawLayers(source, layers).finally(() => source.dispose());
    const rate = order.rate ?? scenery.production.format.rate;
    return writeExr({
      width,
      height,
      channels,
      isPacked: compression === 'zip',
      rate: RATES[rate],
      timecode: timecodeParts(order.frame, rate),
    });
  },
};

/** What can only be read while the painter's sum is that of the whole is written first. */
const isLast = ({ kind }: FrameOrder['files'][number]): boolean => kind === 'exr';

/**
 * Writes a frame in each way that is ordered, from one picture.
 * @returns the files in the order in which they were ordered
 * @throws LayersStopped
 */
export async function writeFrame(picture: DrawnPicture, files: FrameOrder['files']): Promise<Uint8Array[]> {
  const written: Uint8Array[] = [];
  for (const last of [false, true]) {
    for (const [i, file] of files.entries()) {
      if (isLast(file) !== last) continue;
      written[i] = file.kind === 'rgba' ? picture.eight().slice() : await WRITERS[file.kind](picture, file as never);
    }
  }
  return written;
}
