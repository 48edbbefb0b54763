import { measureLevels, packLevels } from '@/core/sound/levels';
import { loudnessOf } from '@/core/sound/loudness';
import { findOnsets } from '@/core/sound/onsets';
import type { FromSound, SoundOrder } from './sound-messages';
import { sayReady } from './worker-port';

const scope = self as unknown as DedicatedWorkerGlobalScope;

function answerTo(order: SoundOrder): FromSound {
  switch (order.asks) {
    case 'levels':
      return { kind: 'measured', levels: packLevels(measureLevels(order.signal, order.sampleRate)) };
    case 'onsets':
      return { kind: 'found', finding: findOnsets(order.signal, order.sampleRate, order.threshold) };
    case 'loudness':
      return { kind: 'loud', loudness: loudnessOf(order.channels) };
  }
}

scope.onmessage = ({ data }: MessageEvent<SoundOrder>) => {
  let answer: FromSound = { kind: 'failed' };
  try {
    answer = answerTo(data);
  } finally {
    scope.postMessage(answer);
  }
};
sayReady(scope);
