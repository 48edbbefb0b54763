'use client';

import { useId, useMemo, useRef, useState, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import type { ShellLoop } from '@/workers/picture-messages';
import { newGesture } from '../gesture';
import { hueColour } from '../theme';
import { useSize } from '../use-size';
import { Well } from '../well';
import type { LengthUnit } from './dimension-field';
import { SectionDimensions } from './section-dimensions';
import { keptInside, onPlane, strokeOf, windowOn, type SectionWindow } from './section-geometry';
import { gripsOf, type Grip, type SectionPart, type SectionShell } from './section-grips';

const Page = styled(Well)`
  text {
    font: 11px var(--mono);
    fill: var(--dim);
  }
  .handle {
    outline: none;
    stroke: var(--text);
    stroke-width: 1.5;
  }
  .handle:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
`;

export interface SectionViewProps {
  /** Unit of length of the dimensions. */
  unit: LengthUnit;
  shells: readonly SectionShell[];
  loops: readonly ShellLoop[];
  selected: string | null;
  onSelect: (shellId: string) => void;
  /** A new value in metres. `gesture` is the same all through one drag. */
  onChange: (part: SectionPart, value: number, gesture: string) => void;
}

function Hatch({ id, hue, turned }: { id: string; hue: number; turned: boolean }) {
  return (
    <pattern id={id} width={7} height={7} patternUnits="userSpaceOnUse" patternTransform={`rotate(${turned ? -45 : 45})`}>
      <rect width={7} height={7} fill={hueColour(hue)} fillOpacity={0.07} />
      <line x1={0} x2={0} y1={0} y2={7} stroke={hueColour(hue)} strokeOpacity={0.5} />
    </pattern>
  );
}

/** An engineering section through a mark: every shell to scale, hatched in its hue, with the face up. Dragging changes the selected one. */
export function SectionView({ unit, shells, loops, selected, onSelect, onChange }: SectionViewProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const id = useId();
  const [chosen, setChosen] = useState<SectionWindow | null>(null);
  const [held, setHeld] = useState(false);
  const strokes = useMemo(() => loops.map(({ shell, loop }) => ({ shell, stroke: strokeOf(loop) })), [loops]);
  const fit = useMemo(
    () =>
      windowOn(
        strokes.map(({ stroke }) => stroke),
        width,
        height,
      ),
    [strokes, width, height],
  );

  const middle = (chosen ?? fit).s;
  const shell = shells.find((each) => each.id === selected) ?? shells[0];
  const index = shell ? shells.indexOf(shell) : -1;
  const own = strokes
    .filter((each) => each.shell === index)
    .map(({ stroke }) => stroke)
    .sort((a, b) => Math.abs(a.left + a.right - 2 * middle) - Math.abs(b.left + b.right - 2 * middle))[0];
  // The window stays still under the hand, but never so that the shell goes out of it.
  const view = chosen && held && own ? keptInside(chosen, own, width, height) : (chosen ?? fit);
  const px = (s: number) => (s - view.s) * view.scale + width / 2;
  const py = (z: number) => (view.z - z) * view.scale + height / 2;
  const grips = shell && own ? gripsOf(shell, own) : [];
  const planes = shells.filter((each) => each !== shell).flatMap(({ from, to }) => [from, to]);

  const drag = useRef<{ grip: Grip | null; x: number; y: number; scale: number; gesture: string } | null>(null);
  const begin = (event: PointerEvent<SVGElement>, grip: Grip | null) => {
    event.stopPropagation();
    (event.currentTarget.ownerSVGElement ?? event.currentTarget).setPointerCapture(event.pointerId);
    drag.current = { grip, x: event.clientX, y: event.clientY, scale: view.scale, gesture: newGesture('section') };
    setChosen(view);
    setHeld(grip !== null);
  };
  /** A shell is moved whole by its body: forward and back past the others, which is its order. */
  const hold = (event: PointerEvent<SVGElement>, each: SectionShell) => {
    onSelect(each.id);
    begin(event, { part: 'place', label: each.name, s: 0, z: each.to, along: 'z', value: each.to, factor: 1 });
  };
  const move = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const [dx, dy] = [(event.clientX - from.x) / from.scale, (from.y - event.clientY) / from.scale];
    if (!from.grip) {
      drag.current = { ...from, x: event.clientX, y: event.clientY };
      setChosen({ ...view, s: view.s - dx, z: view.z - dy });
      return;
    }
    const { part, along, value, factor } = from.grip;
    // A press that selects must not nudge what it selects.
    if (part === 'place' && Math.hypot(dx, dy) * from.scale < 4) return;
    const next = value + (along === 's' ? dx : dy) * factor;
    onChange(part, onPlane(next, part === 'from' || part === 'to' || part === 'place' ? planes : [], 6 / view.scale), from.gesture);
  };
  const release = () => {
    drag.current = null;
    setChosen((before) => before && view);
    setHeld(false);
  };
  const nudge = (grip: Grip, by: number) =>
    onChange(grip.part, Math.round((grip.value + by * Math.sign(grip.factor)) * 1e6) / 1e6, `section-keys-${grip.part}`);

  return (
    <Page
      ref={ref}
      data-testid="section"
      onWheel={(event) => setChosen({ ...view, scale: Math.max(20, Math.min(20_000, view.scale * Math.exp(-event.deltaY * 0.0015))) })}
    >
      <svg
        role="group"
        aria-label="Section"
        onPointerDown={(event) => begin(event, null)}
        onPointerMove={move}
        onPointerUp={release}
        onPointerCancel={release}
        onDoubleClick={() => setChosen(null)}
      >
        <defs>
          {shells.map(({ id: each, hue }, i) => (
            <Hatch key={each} id={`${id}-${i}`} hue={hue} turned={i % 2 === 1} />
          ))}
        </defs>
        {shells.map((each, i) => {
          const d = loops
            .filter((l) => l.shell === i)
            .map(({ loop }) => {
              const points = [];
              for (let k = 0; k < loop.length; k += 2)
                points.push(`${px(loop[k] as number).toFixed(2)} ${py(loop[k + 1] as number).toFixed(2)}`);
              return `M${points.join('L')}Z`;
            })
            .join('');
          return (
            <path
              key={each.id}
              d={d}
              fill={`url(#${id}-${i})`}
              fillRule="evenodd"
              stroke={hueColour(each.hue)}
              strokeWidth={each === shell ? 2 : 1.2}
              style={{ cursor: 'move' }}
              onPointerDown={(event) => hold(event, each)}
            />
          );
        })}
        {shell && own && !shell.inflated ? (
          <g stroke="var(--line-strong)" pointerEvents="none">
            <line x1={px(own.right) + 14} x2={px(own.right) + 26} y1={py(shell.to)} y2={py(shell.to)} />
            <line x1={px(own.right) + 14} x2={px(own.right) + 26} y1={py(shell.from)} y2={py(shell.from)} />
            <line x1={px(own.right) + 20} x2={px(own.right) + 20} y1={py(shell.to)} y2={py(shell.from)} />
          </g>
        ) : null}
        {grips.map((grip) => (
          <rect
            key={grip.part}
            className="handle"
            role="slider"
            tabIndex={0}
            aria-label={grip.label}
            aria-valuenow={Math.round(grip.value * 1000)}
            aria-valuetext={`${(grip.value * 1000).toFixed(1)} mm`}
            x={px(grip.s) - 4}
            y={py(grip.z) - 4}
            width={8}
            height={8}
            fill="var(--well)"
            style={{ cursor: grip.along === 's' ? 'ew-resize' : 'ns-resize' }}
            onPointerDown={(event) => begin(event, grip)}
            onKeyDown={(event) => {
              const direction = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
              if (!direction) return;
              event.preventDefault();
              nudge(grip, direction * (event.shiftKey ? 0.01 : event.altKey ? 0.0001 : 0.001));
            }}
          />
        ))}
      </svg>
      {shell && own && !shell.inflated ? (
        <SectionDimensions
          shell={shell}
          stroke={own}
          unit={unit}
          px={px}
          py={py}
          width={width}
          onType={(part, metres) => onChange(part, metres, newGesture('section-typed'))}
        />
      ) : null}
    </Page>
  );
}
