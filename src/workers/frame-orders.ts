import { encode } from 'fast-png';
import { drawFrame, type Scenery } from '@/picture/draw-frame';
import type { Painter } from '@/picture/painter';
import { breathe } from './breathe';
import type { FrameOrder, FromPicture } from './picture-messages';

type Send = (message: FromPicture, transfer?: Transferable[]) => void;

/** Finished frames that are ordered, done in turn. Every order ends: with its frame, or with the reason why there is none. */
export class FrameOrders {
  private readonly orders: FrameOrder[] = [];
  private readonly cancelled = new Set<number>();

  constructor(private readonly send: Send) {}

  get isEmpty(): boolean {
    return this.orders.length === 0;
  }

  add(order: FrameOrder): void {
    this.orders.push(order);
  }

  cancel(id: number): void {
    this.cancelled.add(id);
  }

  next(): FrameOrder | undefined {
    return this.orders.shift();
  }

  refuse({ id }: FrameOrder, reason: string): void {
    this.cancelled.delete(id);
    this.send({ kind: 'frame-failed', id, reason });
  }

  async fill(order: FrameOrder, painter: Painter, scenery: Scenery): Promise<void> {
    try {
      const started = performance.now();
      const state = await drawFrame(painter, scenery, order, async () => {
        await breathe();
        return !this.cancelled.has(order.id);
      });
      if (!state) return this.refuse(order, 'cancelled');
      const pixels = painter.read(state, order.alpha);
      const bytes = order.as === 'rgba' ? pixels : encodePng(pixels, order);
      this.cancelled.delete(order.id);
      this.send({ kind: 'frame', id: order.id, bytes, milliseconds: performance.now() - started }, [bytes.buffer as ArrayBuffer]);
    } catch (error) {
      this.refuse(order, error instanceof Error ? error.message : 'The frame could not be drawn.');
    }
  }
}

function encodePng(rgba: Uint8Array, { width, height, alpha }: FrameOrder): Uint8Array {
  if (alpha) return encode({ width, height, data: rgba, channels: 4, depth: 8 });
  const rgb = new Uint8Array(width * height * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4, o += 3) {
    rgb[o] = rgba[i] as number;
    rgb[o + 1] = rgba[i + 1] as number;
    rgb[o + 2] = rgba[i + 2] as number;
  }
  return encode({ width, height, data: rgb, channels: 3, depth: 8 });
}
