'use client';

import { useEffect, useRef } from 'react';
import { onPlane, projected, rayThrough, type Framing } from '@/core/optics/project';
import type { Letter } from '@/core/outline/text-layout';
import type { Mark } from '@/core/production/mark';
import type { Words } from '@/core/production/words';
import { multiply, transformPoint, translation, type Mat4 } from '@/core/space/matrix';
import { framePoint } from '../looking/frame-point';
import { useView, useWorkspace } from '../workspace/workspace';

const LOW = -0.22;
const HIGH = 1.18;

/** Caret and selection of the words in the lens view; a double press on a letter puts the caret there. */
export function LetterMarks({
  mark,
  words,
  pose,
  depth,
  camera,
  letters,
  ends,
}: {
  mark: Mark;
  words: Words;
  pose: Mat4;
  depth: number;
  camera: Framing;
  letters: readonly Letter[];
  /** Where lines end, for a caret. */
  ends: readonly Letter[];
}) {
  const { view } = useWorkspace();
  const picked = useView((s) => (s.letters?.markId === mark.id ? s.letters : null));
  const group = useRef<SVGSVGElement>(null);
  const frameOf = (letter: Letter) => multiply(multiply(pose, letter.pose), translation(0, 0, depth));
  const corner = (letter: Letter, share: number, up: number) => {
    const p = projected(camera, transformPoint(frameOf(letter), [letter.width * share, letter.size * up, 0]));
    return p && `${((p[0] + 1) * 50).toFixed(3)},${((1 - p[1]) * 50).toFixed(3)}`;
  };

  useEffect(() => {
    const stage = group.current?.ownerSVGElement?.parentElement;
    if (!stage) return;
    const onDoubleClick = (event: MouseEvent) => {
      const ray = rayThrough(camera, ...framePoint(event, stage));
      for (const letter of letters) {
        const at = onPlane(ray, frameOf(letter), 0);
        if (!at || at[0] < 0 || at[0] > letter.width || at[1] < LOW * letter.size || at[1] > HIGH * letter.size) continue;
        // Nearer to its end than to its start, the caret goes behind the letter.
        const index = at[0] > letter.width / 2 === letter.rightToLeft ? letter.from : letter.to;
        view.setState({ askCaret: { markId: mark.id, from: index, to: index } });
        return;
      }
    };
    stage.addEventListener('dblclick', onDoubleClick);
    return () => stage.removeEventListener('dblclick', onDoubleClick);
  });

  const shared = {
    ref: group,
    viewBox: '0 0 100 100',
    preserveAspectRatio: 'none',
    'data-testid': 'letter-marks',
    'data-letters': letters.length,
  } as const;
  if (!picked) return <svg {...shared} />;
  const { from, to } = picked;
  const chosen = letters.filter((letter) => letter.from < to && letter.to > from);
  const holder = letters.find((letter) => letter.from <= from && from < letter.to) ?? ends.find((end) => end.from === from);
  const read = holder && holder.to > holder.from ? (from - holder.from) / (holder.to - holder.from) : 0;
  const share = holder?.rightToLeft ? 1 - read : read;
  const caret = from === to && holder ? [corner(holder, share, LOW), corner(holder, share, HIGH)] : null;
  return (
    <svg
      {...shared}
      role="img"
      data-caret={from === to ? from : undefined}
      aria-label={from === to ? `Caret before letter ${from + 1} of ${words.text.length}` : `Letters ${from + 1} to ${to} selected`}
    >
      {chosen.map((letter) => {
        const points = [corner(letter, 0, LOW), corner(letter, 1, LOW), corner(letter, 1, HIGH), corner(letter, 0, HIGH)];
        return points.every(Boolean) ? (
          <polygon
            key={letter.from}
            points={points.join(' ')}
            fill="#3fb39a"
            fillOpacity={0.28}
            stroke="#3fb39a"
            strokeOpacity={0.8}
            vectorEffect="non-scaling-stroke"
          />
        ) : null;
      })}
      {caret?.every(Boolean) ? (
        <polyline points={caret.join(' ')} stroke="#f0ece2" strokeWidth={2} fill="none" vectorEffect="non-scaling-stroke" />
      ) : null}
    </svg>
  );
}
