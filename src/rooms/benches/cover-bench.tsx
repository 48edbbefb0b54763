'use client';

import { useEffect, useRef, useState } from 'react';
import type { Mark } from '@/core/production/mark';
import type { FrameCover } from '@/picture/frame-cover';
import { Button, Hint } from '@/parts/controls';
import { CoverChart } from '@/parts/cover-chart';
import { Fold } from '@/parts/fold';
import { Working } from '@/parts/working';
import { seek } from '../looking/transport';
import { useProduction, useWorkspace } from '../workspace/workspace';

/** Frames that are looked at in one go: a part of a second. */
const AT_ONCE = 6;
/** Frames that a wipe should cover wholly, so that what is under it can change unseen (common practice). */
const GOAL = 2;

/** Runs of frames that follow one another. */
function runsOf(covers: readonly FrameCover[]): { from: number; to: number }[] {
  const runs: { from: number; to: number }[] = [];
  for (const { frame, isWhole } of covers) {
    const last = runs.at(-1);
    if (!isWhole) continue;
    if (last?.to === frame - 1) last.to = frame;
    else runs.push({ from: frame, to: frame });
  }
  return runs;
}

/** How much of the frame a mark covers while it crosses it: a wipe hides a cut where it covers all of it. */
export function CoverBench({ mark }: { mark: Mark }) {
  const workspace = useWorkspace();
  const length = useProduction((p) => p.format.length);
  const [covers, setCovers] = useState<{ of: Mark; list: FrameCover[] } | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const counting = useRef(0);
  useEffect(() => () => void counting.current++, []);
  const count = async () => {
    const own = ++counting.current;
    const list: FrameCover[] = [];
    setShare(0);
    for (let from = 0; from < length; from += AT_ONCE) {
      const frames = Array.from({ length: Math.min(AT_ONCE, length - from) }, (_, i) => from + i);
      const found = await workspace.picture?.cover(mark.id, frames).catch(() => null);
      if (counting.current !== own) return;
      if (!found) break;
      list.push(...found);
      setShare(list.length / length);
    }
    setShare(null);
    setCovers({ of: mark, list });
  };
  const stop = () => {
    counting.current++;
    setShare(null);
  };
  const runs = covers ? runsOf(covers.list) : [];
  const best = runs.reduce((most, { from, to }) => Math.max(most, to - from + 1), 0);
  return (
    <Fold title="Covers the frame" note={covers ? `${best} fr` : ''} lazy>
      {share !== null ? (
        <Working label="Looking at each frame" share={share} onStop={stop} />
      ) : (
        <Button onPress={() => void count()}>Count covered frames</Button>
      )}
      {covers ? (
        <>
          <CoverChart covers={covers.list} />
          <Hint role="status">
            {best === 0
              ? 'It never covers the whole frame.'
              : `${best} ${best === 1 ? 'frame is' : 'frames in a row are'} wholly covered. ${
                  best >= GOAL ? 'A cut under it is not seen.' : `${GOAL} are the goal.`
                }`}
            {covers.of === mark ? '' : ' The mark has changed since.'}
          </Hint>
          {runs.map(({ from, to }) => (
            <Button key={from} $tone="quiet" onPress={() => seek(workspace, Math.round((from + to) / 2))}>
              {from === to ? `Go to frame ${from}` : `Go to frames ${from} to ${to}`}
            </Button>
          ))}
        </>
      ) : (
        <Hint>A mark that crosses the picture hides a cut under it, where it covers all of the frame for two frames.</Hint>
      )}
    </Fold>
  );
}
