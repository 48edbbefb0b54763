import type { RenderSummary } from '@/core/delivery/listing';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import { duration } from './duration';
import type { RenderProgress } from './job-hand';

/** What a render writes, in words. */
export const outputWords = ({ settings }: RenderSummary): string => settings.outputs.map(({ kind }) => outputNamed(kind).label).join(', ');

/** How a render is drawn, in words. */
export function settingsWords({ settings: { scale, samples, every, traced, alpha, rate } }: RenderSummary): string {
  const parts = [`${Math.round(scale * 100)} %`, samples === 1 ? '1 sub-frame' : `${samples} sub-frames`];
  if (rate) parts.push(`${rate} fr/s`);
  if (every > 1) parts.push(`every ${every} frames`);
  return [parts.join(' · '), traced ? ' · traced' : '', alpha ? ' · transparent' : ''].join('');
}

const onDisk = ({ done, total }: RenderSummary): string => `${done} of ${total} frames are on disk`;

function progressWords({ waiting, framesPerSecond, secondsLeft, phase, done, total }: RenderProgress): string {
  if (waiting) return waiting;
  const speed = framesPerSecond === null ? '' : ` · ${framesPerSecond.toFixed(framesPerSecond < 1 ? 2 : 1)} fr/s`;
  const left = secondsLeft === null ? '' : ` · ${duration(secondsLeft)} left`;
  return `${phase === 'video' ? 'encoding ' : ''}${done} of ${total} frames${speed}${left}`;
}

/**
 * Where a render stands, in words.
 * @param progress of what this page does for it; null where it does nothing
 */
export function stateWords(render: RenderSummary, progress: RenderProgress | null): string {
  switch (render.status) {
    case 'done':
      return `done · ${render.total} frames`;
    case 'cancelled':
      return `cancelled · ${onDisk(render)}`;
    case 'failed':
      return `stopped · ${onDisk(render)}`;
    case 'paused':
      return `held back · ${onDisk(render)}`;
    case 'open':
      if (progress) return progressWords(progress);
      if (render.encoding) return `${outputNamed(render.encoding.kind).label}: ${render.encoding.done} of ${render.total} frames`;
      return render.working > 0 ? `${render.done} of ${render.total} frames, drawn elsewhere` : `waiting for its turn · ${onDisk(render)}`;
  }
}

/** How far a render is, from 0 to 1. */
export function shareDone(render: RenderSummary, progress: RenderProgress | null): number {
  if (render.status === 'open' && progress && progress.total > 0) return progress.done / progress.total;
  return render.encoding ? render.encoding.done / render.total : render.done / render.total;
}
