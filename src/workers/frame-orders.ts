import { drawFrame, type Scenery } from '@/picture/draw-frame';
import type { Painter } from '@/picture/painter';
import { LayersStopped } from '@/picture/layers/layer-source';
import { breathe } from './breathe';
import { DrawnPicture, writeFrame } from './frame-writers';
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
      const goesOn = async () => {
        await breathe();
        return !this.cancelled.has(order.id);
      };
      const state = await drawFrame(painter, scenery, order, goesOn);
      if (!state) return this.refuse(order, 'cancelled');
      const files = await writeFrame(new DrawnPicture(painter, scenery, order, state, goesOn), order.files);
      this.cancelled.delete(order.id);
      this.send(
        { kind: 'frame', id: order.id, files, milliseconds: performance.now() - started },
        files.map(({ buffer }) => buffer as ArrayBuffer),
      );
    } catch (error) {
      if (error instanceof LayersStopped) return this.refuse(order, 'cancelled');
      this.refuse(order, error instanceof Error ? error.message : 'The frame could not be drawn.');
    }
  }
}
