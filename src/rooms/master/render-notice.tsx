'use client';

import { useStore } from 'zustand';
import { Button } from '@/parts/controls';
import { NoticeBar } from '../layout/notice-bar';
import { queueStore } from './queue-runner';
import { outputWords } from './render-words';

/** Says that a render has ended, wherever one is in Ironsky, until it is read. */
export function RenderNotice() {
  const render = useStore(queueStore, ({ ended }) => ended[0]);
  if (!render) return null;
  const { productionName, status, reason, settings, total, done } = render;
  const what = `“${productionName}”, ${outputWords(render)}, frames ${settings.first}–${settings.last}`;
  return (
    <NoticeBar role="status" $hue={status === 'done' ? 'var(--verdigris)' : 'var(--coral)'}>
      <span>{status === 'done' ? `Rendered: ${what}.` : `Stopped after ${done} of ${total} frames: ${what}. ${reason ?? ''}`}</span>
      <Button onPress={() => queueStore.setState(({ ended }) => ({ ended: ended.slice(1) }))}>Close</Button>
    </NoticeBar>
  );
}
