import { jest } from '@jest/globals';
import { emptyProduction } from '@/core/production/production';
import type { Painter } from '@/picture/painter';
import { NoRays } from '@/picture/rays/ray-scene';
import { FrameOrders } from '@/workers/frame-orders';
import { LookView } from '@/workers/look-view';
import type { FromPicture, Look } from '@/workers/picture-messages';

/** A painter that only counts. */
function counting(noise = (_samples: number) => Infinity) {
  const log: string[] = [];
  const painter = {
    sampleCount: 0,
    resize: () => undefined,
    restart() {
      this.sampleCount = 0;
    },
    addSubFrame(_state: unknown, quality: string) {
      this.sampleCount++;
      log.push(quality);
    },
    noise() {
      return noise(this.sampleCount);
    },
    present: () => void log.push('shown'),
    presentSharpness: () => undefined,
    read: () => new Uint8Array(4 * 4),
  };
  return { log, painter: painter as unknown as Painter };
}

const scenery = {
  production: emptyProduction('Looked at', { width: 64, height: 36, rate: '25', length: 50 }),
  boundsOf: () => null,
};
const LOOK: Look = {
  seconds: 0,
  width: 64,
  height: 36,
  quality: 'lit',
  moving: false,
  curve: null,
  sharpness: false,
  pose: null,
  cameraId: null,
} as unknown as Look;

beforeEach(() => void jest.useFakeTimers({ now: 10_000 }));
afterEach(() => void jest.useRealTimers());

describe('the lens view', () => {
  const seen = () => {
    const told: Extract<FromPicture, { kind: 'drawn' }>[] = [];
    const view = new LookView((message) => message.kind === 'drawn' && told.push(message));
    return { view, told, ...counting() };
  };

  test('shows a quick picture after a change, and refines it to 64 sub-frames once nothing changes', () => {
    const { view, told, log, painter } = seen();
    view.lookAt(LOOK);
    view.changed(performance.now());
    expect(view.drawNext(painter, scenery)).toBe(true);
    expect(log).toEqual(['lit', 'shown']);
    jest.advanceTimersByTime(1000);
    while (view.drawNext(painter, scenery));
    expect(told.at(-1)).toMatchObject({ samples: 64, of: 64 });
    expect(log.filter((each) => each === 'lit')).toHaveLength(1 + 64);
    expect(view.drawNext(painter, scenery)).toBe(false);
  });

  test('is done before that once its noise is under a step of 8 bits, and says that it is whole', () => {
    const { view, told } = seen();
    const { log, painter } = counting((samples) => 16 / samples);
    view.lookAt(LOOK);
    view.drawNext(painter, scenery);
    jest.advanceTimersByTime(1000);
    while (view.drawNext(painter, scenery));
    expect(told.at(-1)).toMatchObject({ samples: 16, of: 16 });
    expect(log.at(-1)).toBe('shown');
    expect(view.drawNext(painter, scenery)).toBe(false);
  });

  test('does not refine under a drag: of every change one sub-frame is drawn and no more', () => {
    const { view, log, painter } = seen();
    view.lookAt(LOOK);
    for (let change = 0; change < 20; change++) {
      view.changed(performance.now());
      view.drawNext(painter, scenery);
      for (let idle = 0; idle < 5; idle++) {
        jest.advanceTimersByTime(8);
        expect(view.drawNext(painter, scenery)).toBe(false);
      }
    }
    expect(log.filter((each) => each === 'lit')).toHaveLength(20);
    // It says how long it wants to be left alone before it goes on.
    expect(view.restsIn(performance.now())).toBeGreaterThan(0);
    jest.advanceTimersByTime(view.restsIn(performance.now()));
    expect(view.drawNext(painter, scenery)).toBe(true);
  });

  test('a sketch is one sub-frame, and a moving picture is never refined', () => {
    for (const look of [
      { ...LOOK, quality: 'sketch' as const },
      { ...LOOK, moving: true },
    ]) {
      const { view, log, painter } = seen();
      view.lookAt(look);
      expect(view.drawNext(painter, scenery)).toBe(false);
      jest.advanceTimersByTime(1000);
      expect(view.drawNext(painter, scenery)).toBe(false);
      expect(log).toEqual([look.quality, 'shown']);
    }
  });

  test('where light cannot be followed by rays it is drawn plain, and that is said once', () => {
    const said: string[] = [];
    const view = new LookView((message) => message.kind === 'no-rays' && said.push(message.trouble));
    const { log, painter } = counting();
    const plain = painter.addSubFrame.bind(painter);
    let tried = 0;
    painter.addSubFrame = (state, quality, sample, traced) => {
      if (!traced) return plain(state, quality, sample);
      tried++;
      throw new NoRays('There is too much.');
    };
    view.lookAt(LOOK);
    const traced = { ...scenery, production: { ...scenery.production, traced: true } };
    view.drawNext(painter, traced);
    jest.advanceTimersByTime(1000);
    while (view.drawNext(painter, traced));
    expect(said).toEqual(['There is too much. Its light is drawn plain.']);
    expect(tried).toBe(1);
    expect(log.filter((each) => each === 'lit')).toHaveLength(1 + 64);
  });

  test('a view of no size draws nothing', () => {
    const { view, log, painter } = seen();
    view.lookAt({ ...LOOK, width: 0 });
    expect(view.drawNext(painter, scenery)).toBe(false);
    expect(log).toEqual([]);
  });
});

describe('ordered frames', () => {
  const order = { id: 7, frame: 3, width: 2, height: 2, samples: 6, alpha: true, files: [{ kind: 'rgba' as const }] };
  const filled = async (act: (orders: FrameOrders) => void, breakDown = false) => {
    jest.useRealTimers();
    const sent: FromPicture[] = [];
    const orders = new FrameOrders((message) => void sent.push(message));
    const { painter, log } = counting();
    if (breakDown)
      painter.addSubFrame = () => {
        throw new Error('The graphics card is gone.');
      };
    orders.add(order);
    act(orders);
    const next = orders.next();
    if (next) await orders.fill(next, painter, scenery);
    return { sent, log };
  };

  test('end with their picture, of as many sub-frames as were ordered', async () => {
    const { sent, log } = await filled(() => undefined);
    expect(sent).toEqual([expect.objectContaining({ kind: 'frame', id: 7 })]);
    expect(log).toEqual(Array.from({ length: 6 }, () => 'full'));
  });

  test('end when they are cancelled', async () => {
    const { sent, log } = await filled((orders) => orders.cancel(7));
    expect(sent).toEqual([{ kind: 'frame-failed', id: 7, reason: 'cancelled' }]);
    expect(log).toEqual([]);
  });

  test('end with the reason when drawing breaks down', async () => {
    const { sent } = await filled(() => undefined, true);
    expect(sent).toEqual([{ kind: 'frame-failed', id: 7, reason: 'The graphics card is gone.' }]);
  });
});
