'use client';

import { DimensionField, type LengthUnit } from './dimension-field';
import type { Stroke } from './section-geometry';
import type { SectionPart, SectionShell } from './section-grips';

/** Dimensions of a shell at its drawing, typed. */
export function SectionDimensions({
  shell,
  stroke: own,
  unit,
  px,
  py,
  width,
  onType,
}: {
  shell: SectionShell;
  stroke: Stroke;
  unit: LengthUnit;
  /** Pixels of places along the cut and of heights, metres. */
  px: (s: number) => number;
  py: (z: number) => number;
  width: number;
  onType: (part: SectionPart, metres: number) => void;
}) {
  return (
    <>
      <DimensionField
        unit={unit}
        label="Depth"
        x={Math.min(width - 70, px(own.right) + 30)}
        y={(py(shell.to) + py(shell.from)) / 2}
        metres={shell.to - shell.from}
        onChange={(depth) => onType('from', shell.to - Math.max(0.001, depth))}
      />
      {shell.bevelSize > 0 ? (
        <DimensionField
          unit={unit}
          label="Bevel size"
          x={Math.max(4, px(own.left) - 6)}
          y={py(shell.to) - 18}
          metres={shell.bevelSize}
          onChange={(size) => onType('bevelSize', size)}
        />
      ) : null}
      {shell.bevelHeight > 0 ? (
        <DimensionField
          unit={unit}
          label="Bevel height"
          x={Math.max(4, px(own.left) - 74)}
          y={py(shell.to - shell.bevelHeight / 2)}
          metres={shell.bevelHeight}
          onChange={(size) => onType('bevelHeight', size)}
        />
      ) : null}
      <DimensionField
        unit={unit}
        label="Offset"
        x={Math.min(width - 70, px(own.right) + 6)}
        y={py(shell.from) + 16}
        metres={shell.offset}
        sign
        onChange={(offset) => onType('offset', offset)}
      />
    </>
  );
}
