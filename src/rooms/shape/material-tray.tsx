'use client';

import { useEffect, useRef, useState } from 'react';
import { MATERIALS, type MaterialKind } from '@/core/production/materials';
import { SWATCH, type MaterialSwatch, type SwatchPlace } from '@/picture/material-swatches';
import { Hint } from '@/parts/controls';
import { SwatchTray } from '@/parts/swatch-tray';
import { useView, useWorkspace } from '../workspace/workspace';

/** What was drawn, as it is shown. */
function Swatch({ pixels }: { pixels: Uint8Array }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const image = new ImageData(new Uint8ClampedArray(pixels), SWATCH.width, SWATCH.height);
    canvas.current?.getContext('2d')?.putImageData(image, 0, 0);
  }, [pixels]);
  return <canvas ref={canvas} {...SWATCH} aria-hidden="true" style={{ width: '100%' }} />;
}

/** Materials to choose from, each drawn on the mark's own shape, in its light. Drawn once it is opened. */
export function MaterialTray({
  place: { markId, shell, region },
  material,
  onChoose,
}: {
  place: SwatchPlace;
  material: MaterialKind;
  onChoose: (material: MaterialKind) => void;
}) {
  const { picture } = useWorkspace();
  const [swatches, setSwatches] = useState<MaterialSwatch[] | null>(null);
  // What is known of the mark once it is built: another shape, other swatches.
  const facts = useView((s) => s.facts[markId]);
  useEffect(() => {
    let isWanted = true;
    if (!facts) return;
    picture?.swatches({ markId, shell, region }).then(
      (drawn) => isWanted && setSwatches(drawn),
      () => isWanted && setSwatches([]),
    );
    return () => void (isWanted = false);
  }, [picture, markId, shell, region, facts]);
  if (swatches === null) return <Hint role="status">Drawing the mark in each material…</Hint>;
  if (swatches.length === 0) return <Hint role="status">The mark is not seen at the playhead, so there is nothing to draw.</Hint>;
  return (
    <SwatchTray role="group" aria-label="Materials">
      {swatches.map(({ material: kind, pixels }) => (
        <button key={kind} type="button" aria-pressed={kind === material} onClick={() => onChoose(kind)}>
          <Swatch pixels={pixels} />
          {MATERIALS[kind].label}
        </button>
      ))}
    </SwatchTray>
  );
}
