/** What happens to a triangle of the wavefront: an edge shrinks to nothing, a corner hits an edge, or the triangle turns over. */
export const enum FrontEvent {
  Edge = 0,
  Split = 1,
  Flip = 2,
}

export interface QueuedEvent {
  time: number;
  triangle: number;
  /** Version of the triangle the event was computed for; a later version makes it void. */
  stamp: number;
  kind: FrontEvent;
  /** Corner (Split) or side (Edge, Flip) of the triangle it concerns, 0..2. */
  slot: number;
}

const sooner = (a: QueuedEvent, b: QueuedEvent) => a.time < b.time || (a.time === b.time && a.kind < b.kind);

/** A binary heap of events, the soonest first; at equal times edges come before splits before flips. */
export class EventQueue {
  private readonly heap: QueuedEvent[] = [];

  nextTime(): number {
    return this.heap[0]?.time ?? Infinity;
  }

  push(event: QueuedEvent): void {
    const { heap } = this;
    let i = heap.push(event) - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      const above = heap[parent] as QueuedEvent;
      if (!sooner(event, above)) break;
      heap[i] = above;
      i = parent;
    }
    heap[i] = event;
  }

  pop(): QueuedEvent | undefined {
    const { heap } = this;
    const first = heap[0];
    const last = heap.pop();
    if (!first || !last || heap.length === 0) return first;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= heap.length) break;
      if (child + 1 < heap.length && sooner(heap[child + 1] as QueuedEvent, heap[child] as QueuedEvent)) child++;
      const below = heap[child] as QueuedEvent;
      if (!sooner(below, last)) break;
      heap[i] = below;
      i = child;
    }
    heap[i] = last;
    return first;
  }
}
