'use client';

import { useState } from 'react';
import type { Production } from '@/core/production/production';
import { frameFiles, framesOf, type RenderSettings } from '@/core/delivery/render-settings';
import { Button, Hint } from '@/parts/controls';
import { PictureClient } from '@/parts/picture-client';
import { useAttempt } from '@/parts/use-attempt';
import { duration } from './duration';

/** Sub-frames of the two frames that are timed: what is between them is what sub-frames cost. */
const TIMED = [2, 6] as const;

/** Seconds that one frame takes on this machine: it is drawn, or where it has many sub-frames told from two frames of few. */
async function measured(production: Production, frame: number, raster: { width: number; height: number }, settings: RenderSettings) {
  const client = new PictureClient();
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(production);
    const files = frameFiles(settings).map(({ output }) => output);
    const seconds = async (samples: number) => {
      const began = performance.now();
      await client.frameFiles({ frame, ...raster, samples, alpha: settings.alpha, traced: settings.traced, files });
      return (performance.now() - began) / 1000;
    };
    // The first one also builds the marks and compiles.
    await seconds(1);
    if (settings.samples <= TIMED[1]) return await seconds(settings.samples);
    const [few, more] = [await seconds(TIMED[0]), await seconds(TIMED[1])];
    const each = Math.max(0, (more - few) / (TIMED[1] - TIMED[0]));
    return few + each * (settings.samples - TIMED[0]);
  } finally {
    client.dispose();
  }
}

/** Short times are told to the tenth: many frames add up. */
const words = (seconds: number): string => (seconds < 10 ? `${seconds.toFixed(1)} s` : duration(Math.round(seconds)));

/** How long a render will take on this machine, measured when it is asked for. */
export function FramePrice({
  production,
  frame,
  raster,
  settings,
}: {
  production: Production;
  frame: number;
  raster: { width: number; height: number };
  settings: RenderSettings;
}) {
  const { attempt, trouble, busy } = useAttempt();
  const [found, setFound] = useState<{ of: string; seconds: number } | null>(null);
  const of = JSON.stringify([raster, settings.samples, settings.traced, settings.alpha, settings.outputs]);
  const frames = framesOf(settings).length;
  const known = found?.of === of ? found.seconds : null;
  return (
    <>
      <Button
        $tone="quiet"
        isDisabled={busy}
        onPress={() => void attempt(async () => setFound({ of, seconds: await measured(production, frame, raster, settings) }))}
      >
        {busy ? 'Measuring…' : 'Measure how long it takes'}
      </Button>
      {known === null ? null : (
        <Hint role="status">
          On this machine {settings.until > 0 ? 'at most' : 'about'} {words(known)} a frame as frame {frame} is, {words(known * frames)} for
          all {frames}.
        </Hint>
      )}
      {trouble ? (
        <p role="alert" style={{ color: 'var(--coral)' }}>
          {trouble}
        </p>
      ) : null}
    </>
  );
}
