'use client';

import { useEffect, useRef, type ReactNode } from 'react';
import { styled } from 'styled-components';

const Frame = styled.figure`
  position: relative;
  margin: 0;
  width: 100%;
  background: #0b0b0b;
  border-radius: 2px;
  canvas,
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  text {
    font: 10px var(--mono);
    fill: #8f8f8f;
  }
`;

/** A scope: counts as light, and its scale over them. */
export function ScopeFrame({
  label,
  ratio,
  draw,
  children,
}: {
  label: string;
  /** Width to height. */
  ratio: number;
  /** Draws the counts; another function draws anew. */
  draw: (canvas: HTMLCanvasElement) => void;
  /** The scale, in a drawing of 200 by 200 / ratio. */
  children: ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current) draw(canvas.current);
  }, [draw]);
  return (
    <Frame style={{ aspectRatio: ratio }} role="img" aria-label={label}>
      <canvas ref={canvas} />
      <svg viewBox={`0 0 200 ${200 / ratio}`} preserveAspectRatio="none" aria-hidden>
        {children}
      </svg>
    </Frame>
  );
}
