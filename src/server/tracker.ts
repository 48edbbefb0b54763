import 'server-only';
import { z } from 'zod';
import { poseSample } from '@/core/interchange/pose-samples';
import { SHAKE_NAMES } from '@/core/rig/shake-model';
import { TRACKER_DEFAULTS, trackerSamples } from '@/core/rig/tracker-model';

const share = (low: number, high: number, rest: number) => z.coerce.number().min(low).max(high).default(rest);

export const trackerQuerySchema = z.object({
  carried: z.enum(SHAKE_NAMES).default(TRACKER_DEFAULTS.carried),
  seed: z.coerce.number().int().min(0).max(9999).default(TRACKER_DEFAULTS.seed),
  rate: share(1, 240, TRACKER_DEFAULTS.rate),
  delayMs: share(0, 2000, TRACKER_DEFAULTS.delayMs),
  jitterMs: share(0, 500, TRACKER_DEFAULTS.jitterMs),
  noiseMm: share(0, 50, TRACKER_DEFAULTS.noiseMm),
  dropped: share(0, 0.9, TRACKER_DEFAULTS.dropped),
});

/** Longest stream, seconds: a listener that forgot to leave is let go. */
const LONGEST_SECONDS = 900;
const TICK_MS = 10;

/** Samples of a simulated tracker in real time, one in JSON a line, until the listener leaves. */
export function trackerStream(settings: z.infer<typeof trackerQuerySchema>): ReadableStream<Uint8Array> {
  const samples = trackerSamples(settings);
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;
  return new ReadableStream({
    start(controller) {
      const began = performance.now();
      let number = 0;
      let next = samples.next().value;
      timer = setInterval(() => {
        const now = (performance.now() - began) / 1000;
        for (; next.arrives <= now; next = samples.next().value)
          controller.enqueue(encoder.encode(`${JSON.stringify(poseSample(next.pose.seconds, next.pose, String(number++)))}\n`));
        if (now < LONGEST_SECONDS) return;
        clearInterval(timer);
        controller.close();
      }, TICK_MS);
    },
    cancel() {
      clearInterval(timer);
    },
  });
}
