'use client';

import { useEffect, useRef } from 'react';
import type { LinearColour } from '@/core/colour/transfer';
import type { Vec3 } from '@/core/space/vector';
import { shownLight } from './shown-light';

/** Pixels a side: twice what it is shown in, for sharp screens. */
const SIZE = 72;

/** What a mirror ball shows of surroundings, seen from the audience. */
export function BallSwatch({ radiance }: { radiance: (direction: Vec3) => LinearColour }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const image = context.createImageData(SIZE, SIZE);
    for (let row = 0; row < SIZE; row++) {
      for (let column = 0; column < SIZE; column++) {
        const [x, y] = [((column + 0.5) / SIZE) * 2 - 1, 1 - ((row + 0.5) / SIZE) * 2];
        const r2 = x * x + y * y;
        // The edge is smoothed over about a pixel.
        const cover = Math.max(0, Math.min(1, ((1 - Math.sqrt(r2)) * SIZE) / 2));
        if (cover === 0) continue;
        const z = Math.sqrt(Math.max(0, 1 - r2));
        // Seen along -Z: mirrored about the normal of the ball.
        const light = radiance([2 * z * x, 2 * z * y, 2 * z * z - 1]);
        const at = 4 * (row * SIZE + column);
        light.forEach((v, k) => (image.data[at + k] = shownLight(v)));
        image.data[at + 3] = 255 * cover;
      }
    }
    context.putImageData(image, 0, 0);
  }, [radiance]);
  return <canvas ref={canvas} width={SIZE} height={SIZE} aria-hidden="true" style={{ width: SIZE / 2, height: SIZE / 2 }} />;
}
