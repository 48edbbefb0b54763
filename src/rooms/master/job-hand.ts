import type { Job } from '@/core/delivery/jobs';
import type { RenderSummary } from '@/core/delivery/listing';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import { drawnBy, frameFiles, framesOf, renderRaster, videoSource } from '@/core/delivery/render-settings';
import type { Production } from '@/core/production/production';
import { RATES } from '@/core/time/rate';
import { api, ApiError } from '@/parts/api';
import { CancelledError, PictureClient } from '@/parts/picture-client';
import { encodeVideo, isBrowserVideo, videoCodecFor, type BrowserVideo } from '@/parts/video-client';
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

interface Opened {
  render: RenderSummary;
  document: Production;
}

/** Measures speed over the frames done since it was made. */
function speedometer() {
  const began = performance.now();
  let done = 0;
  return (left: number) => {
    done++;
    const seconds = (performance.now() - began) / 1000;
    const framesPerSecond = seconds > 0 ? done / seconds : null;
    return { framesPerSecond, secondsLeft: framesPerSecond ? left / framesPerSecond : null };
  };
}

/**
 * Does the jobs of a render one after the other: draws frames and puts them on disk, encodes videos. What it has built is kept for the
 * next.
 */
export class JobHand {
  private opened: Opened | null = null;
  private client: PictureClient | null = null;
  private speed = speedometer();
  private progress: RenderProgress | null = null;

  /** @param onProgress told of the render whose job is done */
  constructor(private readonly onProgress: (renderId: string, progress: RenderProgress) => void) {}

  /**
   * Does a job to its end.
   * @throws CancelledError when the signal stops it; any other error says why it failed
   */
  async do(job: Job, signal: AbortSignal): Promise<void> {
    const { render, document } = await this.open(job.renderId);
    if (job.work.kind === 'frames') await this.drawFrames(render, document, job.work.frames, signal);
    else await this.makeVideo(render, document, job.work.output, signal);
    if (signal.aborted) throw new CancelledError('cancelled');
  }

  /** Lets go of what was built. */
  rest(): void {
    this.client?.dispose();
    this.client = null;
    this.opened = null;
  }

  private async open(id: string): Promise<Opened> {
    if (this.opened?.render.id !== id) {
      this.rest();
      this.opened = await api<Opened>(`/api/renders/${id}`);
      this.speed = speedometer();
      this.progress = null;
    }
    return this.opened as Opened;
  }

  private tell(id: string, change: Partial<RenderProgress>): void {
    const blank = { phase: 'frames', done: 0, total: 0, framesPerSecond: null, secondsLeft: null, drawnBy: null, waiting: null } as const;
    this.progress = { ...(this.progress ?? blank), ...change };
    this.onProgress(id, this.progress);
  }

  /** Tries again while the server does not answer: it may be on its way up again, and no drawn frame should be lost. */
  private async patiently<T>(id: string, work: () => Promise<T>, signal: AbortSignal): Promise<T> {
    for (let attempt = 0; ; attempt++) {
      try {
        const result = await work();
        if (attempt > 0) this.tell(id, { waiting: null });
        return result;
      } catch (error) {
        if (!(error instanceof ApiError && error.status === 0) || attempt >= RETRIES || signal.aborted) throw error;
        this.tell(id, { waiting: `${error.message} Trying again…` });
        await pause(RETRY_MS);
      }
    }
  }

  private async drawFrames(render: RenderSummary, document: Production, frames: readonly number[], signal: AbortSignal): Promise<void> {
    const { id, settings, total } = render;
    const files = frameFiles(settings);
    if (!this.client) {
      this.client = new PictureClient({ drawnBy: (drawer) => this.tell(id, { drawnBy: drawer }) });
      this.client.useCanvas(new OffscreenCanvas(16, 16));
      this.client.setProduction(document);
    }
    // Another page may draw frames of it too: how many there are is asked anew.
    let { done } = await this.patiently(id, () => api<RenderSummary>(`/api/renders/${id}/summary`), signal);
    this.tell(id, { phase: 'frames', done, total });
    for (const frame of frames) {
      const order = { frame, ...renderRaster(document.format, settings.scale), ...drawnBy(settings) };
      const written = await this.client.frameFiles({ ...order, files: files.map(({ output }) => output) }, signal);
      for (const [i, { name }] of files.entries()) {
        const body = written[i] as Uint8Array<ArrayBuffer>;
        await this.patiently(id, () => api(`/api/renders/${id}/frames/${frame}?as=${name}`, { method: 'PUT', body }), signal);
      }
      done++;
      this.tell(id, { done, ...this.speed(total - done) });
    }
  }

  private async makeVideo({ id, settings }: RenderSummary, document: Production, kind: string, signal: AbortSignal): Promise<void> {
    const { alpha, sound } = settings;
    if (!isBrowserVideo(kind)) throw new Error('This video is made by the server.');
    const raster = renderRaster(document.format, settings.scale);
    const codec = await videoCodecFor(kind, raster, alpha);
    if (!codec) throw new Error(noEncoder(kind, alpha));
    const frames = framesOf(settings).map((frame) => `/api/renders/${id}/frames/${frame}?as=${videoSource(settings)}`);
    const heard = sound ? await deliveredSound(document, kind, settings) : null;
    this.tell(id, { phase: 'video', done: 0, total: frames.length });
    const speed = speedometer();
    const bytes = await encodeVideo(
      { frames, ...raster, rate: RATES[settings.rate ?? document.format.rate], kind, codec, alpha, sound: heard },
      (done) => this.tell(id, { done, ...speed(frames.length - done) }),
      signal,
    );
    await this.patiently(id, () => api(`/api/renders/${id}/video?kind=${kind}`, { method: 'PUT', body: bytes }), signal);
  }
}

const noEncoder = (kind: BrowserVideo, alpha: boolean): string =>
  `This browser cannot encode ${outputNamed(kind).label} at this size${alpha ? ' with transparency' : ''}. ` +
  'The frames are on disk; choose another output or a smaller scale for the video.';
