import { measureLevels, packLevels } from '@/core/sound/levels';
import { findOnsets } from '@/core/sound/onsets';
import type { FromSound, SoundOrder } from './sound-messages';
import { sayReady } from './worker-port';

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data }: MessageEvent<SoundOrder>) => {
  let answer: FromSound = { kind: 'failed' };
  try {
    answer =
      data.asks === 'levels'
        ? { kind: 'measured', levels: packLevels(measureLevels(data.signal, data.sampleRate)) }
        : { kind: 'found', finding: findOnsets(data.signal, data.sampleRate, data.threshold) };
  } finally {
    scope.postMessage(answer);
  }
};
sayReady(scope);
