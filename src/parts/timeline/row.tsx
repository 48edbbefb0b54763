'use client';

import type { ScaleLinear } from 'd3-scale';
import { memo, type ReactNode } from 'react';
import { css, styled } from 'styled-components';
import type { Span } from './time-scale';

export type Scale = ScaleLinear<number, number>;

/** A row of the timeline beside its lanes: shots, cues and sound above them, a chart under them. */
export interface TimelineRow {
  id: string;
  height: number;
  label: ReactNode;
  track: (scale: Scale, span: Span) => ReactNode;
}

/** Width of the column of names. */
export const GUTTER = 148;

/** What can be dragged along time, and shows by its outline that it has the focus. */
export const GRABBED = css`
  [role='button'] {
    cursor: grab;
    outline: none;
  }
  [role='button']:focus-visible .outline {
    stroke: var(--verdigris);
    stroke-width: 2;
    stroke-opacity: 1;
  }
`;

export const RowBox = styled.div<{ $height: number }>`
  flex: none;
  display: grid;
  grid-template-columns: ${GUTTER}px minmax(0, 1fr);
  height: ${({ $height }) => $height}px;
  border-bottom: 1px solid var(--line);
  > div:first-child {
    display: flex;
    align-items: center;
    gap: 2px;
    padding: 0 6px 0 14px;
    overflow: hidden;
    font: 500 13px var(--label);
    color: var(--dim);
    white-space: nowrap;
    > :first-child {
      flex: 1;
    }
    button {
      width: 20px;
      height: 20px;
    }
  }
  > div:last-child {
    position: relative;
    min-width: 0;
    overflow: hidden;
  }
  svg.track {
    display: block;
    width: 100%;
    height: 100%;
    touch-action: none;
    overflow: hidden;
  }
  svg.track text {
    pointer-events: none;
  }
  ${GRABBED}
`;

/** The playhead over what is drawn along time; `left` says where. */
export const PlayheadLine = styled.div`
  position: absolute;
  top: 0;
  bottom: 0;
  width: 1px;
  background: var(--brass);
  pointer-events: none;
`;

/** One of them, drawn anew only when it has changed or other time is shown. */
export const Row = memo(function Row({ row, scale, span }: { row: TimelineRow; scale: Scale; span: Span }) {
  return (
    <RowBox $height={row.height}>
      <div>{row.label}</div>
      <div>{row.track(scale, span)}</div>
    </RowBox>
  );
});
