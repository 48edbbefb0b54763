'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { framePoint } from '../looking/frame-point';
import { useView, useWorkspace } from '../workspace/workspace';

const Bar = styled.div`
  position: absolute;
  top: 0;
  bottom: 0;
  width: 15px;
  margin-left: -7px;
  cursor: col-resize;
  outline: none;
  touch-action: none;
  &::before {
    content: '';
    position: absolute;
    left: 7px;
    top: 0;
    bottom: 0;
    width: 1px;
    background: #f0ece2;
    box-shadow: 0 0 0 1px #0008;
  }
  &:focus-visible::before {
    width: 3px;
    background: var(--verdigris);
  }
`;
const Word = styled.span<{ $right?: boolean }>`
  position: absolute;
  bottom: 6px;
  ${({ $right }) => ($right ? 'left: 14px;' : 'right: 14px;')}
  font: 500 11px var(--label);
  color: #f0ece2;
  text-shadow: 0 0 3px #000;
  pointer-events: none;
`;

const within = (share: number) => Math.max(0.01, Math.min(0.99, share));

/** Parts the picture before all effects, at the left, from the picture as it is. */
export function BeforeDivider() {
  const { view } = useWorkspace();
  const before = useView((s) => s.before);
  const held = useRef(false);
  if (before === null) return null;
  const put = (share: number) => view.setState({ before: within(share) });
  const onKeyDown = (event: KeyboardEvent) => {
    const way = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    put(before + way * (event.shiftKey ? 0.1 : 0.01));
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    const shown = event.currentTarget.parentElement;
    if (!held.current || !shown) return;
    event.stopPropagation();
    put((framePoint(event, shown)[0] + 1) / 2);
  };
  return (
    <Bar
      role="slider"
      tabIndex={0}
      aria-label="Before and after"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(100 * before)}
      aria-valuetext={`${Math.round(100 * before)} % of the picture before all effects`}
      style={{ left: `${100 * before}%` }}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = true;
        view.setState({ dragging: true });
      }}
      onPointerMove={move}
      onPointerUp={(event) => {
        event.stopPropagation();
        held.current = false;
        view.setState({ dragging: false });
      }}
    >
      <Word>before</Word>
      <Word $right>after</Word>
    </Bar>
  );
}
