'use client';

import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { STRIP_STILLS } from '@/core/production/still';
import type { ProductionSummary } from '@/core/production/listing';

const Still = styled.a`
  position: relative;
  display: flex;
  align-items: center;
  justify-content: center;
  aspect-ratio: 16 / 9;
  overflow: hidden;
  background: #0c0f14;
  color: #7d8894;
  font-size: 12px;
  text-decoration: none;
  touch-action: pan-y;
  > img {
    width: 100%;
    height: 100%;
    object-fit: contain;
    display: block;
  }
`;
/** One of the strip: all of it lies behind a window of the frame's proportions. */
const Window = styled.span`
  position: absolute;
  inset: 0;
  margin: auto;
  max-width: 100%;
  max-height: 100%;
  background-size: ${100 * STRIP_STILLS}% 100%;
  &::after {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    height: 2px;
    background: linear-gradient(to right, var(--brass) var(--at), transparent var(--at));
  }
`;

/** The still of a production, which opens it. Under the pointer, or by the left and right arrow keys, it runs through the whole. */
export function Strip({ production: { id, name, revision, stillRevision, stripRevision, format } }: { production: ProductionSummary }) {
  const [at, setAt] = useState<number | null>(null);
  const point = ({ currentTarget, clientX }: PointerEvent) => {
    const { left, width } = currentTarget.getBoundingClientRect();
    setAt(Math.max(0, Math.min(STRIP_STILLS - 1, Math.floor(((clientX - left) / width) * STRIP_STILLS))));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    setAt((now) => Math.max(0, Math.min(STRIP_STILLS - 1, (now ?? (by > 0 ? -1 : STRIP_STILLS)) + by)));
  };
  const ratio = format ? format.width / format.height : 16 / 9;
  const runs = at !== null && stripRevision !== null;
  return (
    <Still
      href={`/production/${id}/shape`}
      aria-label={`Open ${name}`}
      onPointerMove={point}
      onPointerLeave={() => setAt(null)}
      onKeyDown={step}
      onBlur={() => setAt(null)}
    >
      {stillRevision === null ? 'Drawing a still…' : <img src={`/api/productions/${id}/shown/still?shows=${stillRevision}`} alt="" />}
      {runs ? (
        <Window
          data-testid="strip"
          data-at={at}
          style={{
            aspectRatio: String(ratio),
            ...(ratio >= 16 / 9 ? { width: '100%' } : { height: '100%' }),
            backgroundImage: `url(/api/productions/${id}/shown/strip?shows=${stripRevision ?? revision})`,
            backgroundPosition: `${(100 * at) / (STRIP_STILLS - 1)}% 0`,
            ['--at' as string]: `${(100 * (at + 1)) / STRIP_STILLS}%`,
          }}
        />
      ) : null}
    </Still>
  );
}
