import type { RenderSummary } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { drawnBy, renderRaster } from '@/core/production/render-settings';
import { RATES } from '@/core/time/rate';
import { api, ApiError } from '@/parts/api';
import { CancelledError, PictureClient } from '@/parts/picture-client';
import { encodeVideo, videoCodecFor } from '@/parts/video-client';
import { deliveredSound } from './delivered-sound';

export interface RenderProgress {
  phase: 'frames' | 'video';
  /** Frames that are whole on disk, or encoded. */
  done: number;
  total: number;
  /** Since this page took the render up. */
  framesPerSecond: number | null;
  secondsLeft: number | null;
  /** What draws, in words; null until it is known. */
  drawnBy: string | null;
  /** Why it waits, when it does. */
  waiting: string | null;
}

const RETRIES = 60;
const RETRY_MS = 2000;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Tries again while the server does not answer: it may be on its way up again, and no drawn frame should be lost. */
async function patiently<T>(work: () => Promise<T>, onWait: (reason: string | null) => void, signal: AbortSignal): Promise<T> {
  for (let attempt = 0; ; attempt++) {
    try {
      const result = await work();
      if (attempt > 0) onWait(null);
      return result;
    } catch (error) {
      if (!(error instanceof ApiError && error.status === 0) || attempt >= RETRIES || signal.aborted) throw error;
      onWait(`${error.message} Trying again…`);
      await pause(RETRY_MS);
    }
  }
}

/** Measures speed over the frames done since it was made. */
function speedometer() {
  const began = performance.now();
  return (done: number, left: number) => {
    const seconds = (performance.now() - began) / 1000;
    const framesPerSecond = done > 0 && seconds > 0 ? done / seconds : null;
    return { framesPerSecond, secondsLeft: framesPerSecond ? left / framesPerSecond : null };
  };
}

/**
 * Goes on with a render from wherever it stands: draws the frames that are missing and puts each on disk, then encodes
 * the video if one is wanted, then marks it done.
 * @throws CancelledError when the signal stops it; any other error leaves the render open, to be taken up again
 */
export async function runRender(id: string, onProgress: (progress: RenderProgress) => void, signal: AbortSignal): Promise<RenderSummary> {
  const { render, document, missing } = await api<{ render: RenderSummary; document: Production; missing: number[] }>(`/api/renders/${id}`);
  let progress: RenderProgress = {
    phase: 'frames',
    done: render.done,
    total: render.total,
    framesPerSecond: null,
    secondsLeft: null,
    drawnBy: null,
    waiting: null,
  };
  const tell = (change: Partial<RenderProgress>) => {
    progress = { ...progress, ...change };
    onProgress(progress);
  };
  tell({});
  const raster = renderRaster(document.format, render.settings.scale);
  if (missing.length > 0) await drawFrames(id, render, document, missing, raster, tell, signal);
  if (signal.aborted) throw new CancelledError('cancelled');
  if (render.settings.output !== 'frames') await makeVideo(id, render, document, raster, tell, signal);
  return patiently(
    () => api<RenderSummary>(`/api/renders/${id}`, { method: 'PATCH', json: { status: 'done' } }),
    (waiting) => tell({ waiting }),
    signal,
  );
}

type Tell = (change: Partial<RenderProgress>) => void;
type Raster = { width: number; height: number };

async function drawFrames(
  id: string,
  { settings, done }: RenderSummary,
  document: Production,
  missing: readonly number[],
  raster: Raster,
  tell: Tell,
  signal: AbortSignal,
): Promise<void> {
  const client = new PictureClient({ drawnBy: (drawnBy) => tell({ drawnBy }) });
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(document);
    const speed = speedometer();
    for (const [i, frame] of missing.entries()) {
      const png = await client.frame({ frame, ...raster, ...drawnBy(settings), as: 'png' }, signal);
      await patiently(
        () => api(`/api/renders/${id}/frames/${frame}`, { method: 'PUT', body: png as Uint8Array<ArrayBuffer> }),
        (waiting) => tell({ waiting }),
        signal,
      );
      tell({ done: done + i + 1, ...speed(i + 1, missing.length - i - 1) });
    }
  } finally {
    client.dispose();
  }
}

async function makeVideo(
  id: string,
  { settings, total }: RenderSummary,
  document: Production,
  raster: Raster,
  tell: Tell,
  signal: AbortSignal,
): Promise<void> {
  const { output, alpha, first, last, sound } = settings;
  if (output === 'frames') return;
  const codec = await videoCodecFor(output, raster, alpha);
  if (!codec)
    throw new Error(
      `This browser cannot encode ${output === 'mp4' ? 'MP4' : 'WebM'} at this size` +
        `${alpha ? ' with transparency' : ''}. The frames are on disk; choose another output or a smaller scale for the video.`,
    );
  const frames = Array.from({ length: last - first + 1 }, (_, i) => `/api/renders/${id}/frames/${first + i}`);
  const heard = sound ? await deliveredSound(document, output, first, last) : null;
  tell({ phase: 'video', done: 0 });
  const speed = speedometer();
  const bytes = await encodeVideo(
    { frames, ...raster, rate: RATES[document.format.rate], container: output, codec, alpha, sound: heard },
    (done) => tell({ done, ...speed(done, total - done) }),
    signal,
  );
  await patiently(
    () => api(`/api/renders/${id}/video`, { method: 'PUT', body: bytes }),
    (waiting) => tell({ waiting }),
    signal,
  );
}
