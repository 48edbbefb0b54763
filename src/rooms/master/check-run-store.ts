import { createStore } from 'zustand/vanilla';
import { checkLoudness } from '@/core/check/loudness-check';
import type { ReadSettings } from '@/core/check/read-check';
import type { Verdict } from '@/core/check/verdict';
import type { Production } from '@/core/production/production';
import { framesPerSecond } from '@/core/time/rate';
import { CancelledError, PictureClient } from '@/parts/picture-client';
import { loudnessIn } from '@/parts/sound-client';
import { soundUnder } from './delivered-sound';

/** The checks of a production, as far as they are. Runs go on while other rooms are open. */
export const checkStore = createStore<{
  /** The production that was checked last, as it was then: another one since makes what is told old. */
  of: Production | null;
  verdicts: readonly Verdict[];
  progress: { done: number; of: number } | null;
  trouble: string | null;
}>()(() => ({ of: null, verdicts: [], progress: null, trouble: null }));

let abort: AbortController | null = null;

const jumpOf = (channels: readonly Float32Array[]): number =>
  Math.max(0, ...channels.map((channel) => Math.abs((channel.at(-1) ?? 0) - (channel[0] ?? 0)) / 2));

/**
 * What all checks say of a production.
 * @param told how many frames have been read
 * @throws CancelledError when it was stopped
 */
export async function checksOf(
  production: Production,
  needs: ReadSettings,
  told: (done: number, of: number) => void,
  signal: AbortSignal,
): Promise<Verdict[]> {
  const client = new PictureClient({ checking: told });
  const stop = () => client.dispose();
  signal.addEventListener('abort', stop);
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(production);
    const sound = await soundUnder(production, 0, production.format.length - 1);
    const heard = sound ? [checkLoudness(await loudnessIn(sound), framesPerSecond(production.format.rate))] : [];
    const seen = await client.checks({ needs, soundJump: sound && jumpOf(sound) }, signal);
    return [...(seen ?? []), ...heard];
  } finally {
    signal.removeEventListener('abort', stop);
    client.dispose();
  }
}

/** Runs all checks over a production, beside whatever else is done. */
export async function runAllChecks(production: Production, needs: ReadSettings): Promise<void> {
  stopChecks();
  const own = new AbortController();
  abort = own;
  checkStore.setState({ of: production, verdicts: [], progress: { done: 0, of: production.format.length }, trouble: null });
  const told = (done: number, of: number) => checkStore.setState({ progress: { done, of } });
  try {
    const verdicts = await checksOf(production, needs, told, own.signal);
    if (abort === own) checkStore.setState({ verdicts });
  } catch (error) {
    if (!(error instanceof CancelledError) && abort === own)
      checkStore.setState({ trouble: error instanceof Error ? error.message : 'The checks stopped.' });
  } finally {
    if (abort === own) {
      abort = null;
      checkStore.setState({ progress: null });
    }
  }
}

/** Stops the checks that are run. */
export function stopChecks(): void {
  abort?.abort();
  abort = null;
  checkStore.setState({ progress: null });
}
