'use client';

import { line } from 'd3-shape';
import { useState, type KeyboardEvent } from 'react';
import { CURVE_PLACES, curveThrough, type CurveOf } from '@/core/colour/tone-curves';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { pointName } from '@/core/production/owners/effects/curves';
import { resolverOf } from '@/core/production/resolver';
import { Choices } from '@/parts/controls';
import { arrowStep, Pad, padScales, usePadDrag } from '@/parts/pad/pad';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useProduction } from '../workspace/workspace';

const SIZE = 200;
const SCALES = padScales(SIZE, SIZE, 10);
const STEPS = Array.from({ length: 65 }, (_, i) => i / 64);
const HUES: Readonly<Record<CurveOf, string>> = { all: 'var(--text)', red: '#e0786c', green: '#7cbf7f', blue: '#7fa6e0' };
const OPTIONS: readonly { id: CurveOf; label: string }[] = [
  { id: 'all', label: 'all' },
  { id: 'red', label: 'red' },
  { id: 'green', label: 'green' },
  { id: 'blue', label: 'blue' },
];

/** The curves of the display: points are dragged up and down, or moved by the arrow keys; a double press puts one back. */
export function ToneCurvesBench({ path }: { path: string }) {
  const edit = useEdit();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const [of, setOf] = useState<CurveOf>('all');
  const resolver = resolverOf(production);
  const pointsOf = (each: CurveOf) => CURVE_PLACES.map((_, i) => resolver.at(path, pointName(each, i), frame) as number);
  const put = (i: number, value: number, gesture: string | null) =>
    edit((draft) => {
      const kept = Math.round(1e3 * Math.max(0, Math.min(1, value))) / 1e3;
      setChannelValue(draft, { owner: path, name: pointName(of, i) }, frame, kept);
    }, gesture);
  const drag = usePadDrag<number>(SCALES, (i, _across, up, gesture) => put(i, up, gesture));
  const points = pointsOf(of);
  const keyed = (event: KeyboardEvent, i: number) => {
    const by = arrowStep(event, 0.005, 0.05);
    const isBack = event.key === 'Home' || event.key === 'Delete';
    if (!isBack && !by?.[1]) return;
    event.preventDefault();
    event.stopPropagation();
    if (isBack) put(i, CURVE_PLACES[i] as number, null);
    else put(i, (points[i] as number) + (by?.[1] ?? 0), `curve-keys-${of}-${i}`);
  };
  const pathOf = (each: CurveOf) => {
    const curve = curveThrough(pointsOf(each));
    return (
      line<number>(
        (x) => SCALES.x(x),
        (x) => SCALES.y(curve(x)),
      )(STEPS) ?? ''
    );
  };
  return (
    <div style={{ margin: '4px 0 8px' }}>
      <Choices label="Curve of" value={of} options={OPTIONS} onChange={setOf} />
      <Pad viewBox={`0 0 ${SIZE} ${SIZE}`} role="group" aria-label={`Curve of ${of}`} style={{ marginTop: 6 }} {...drag.handlers}>
        {CURVE_PLACES.map((place) => (
          <g key={place} stroke="var(--line)">
            <line x1={SCALES.x(place)} x2={SCALES.x(place)} y1={SCALES.y(0)} y2={SCALES.y(1)} />
            <line x1={SCALES.x(0)} x2={SCALES.x(1)} y1={SCALES.y(place)} y2={SCALES.y(place)} />
          </g>
        ))}
        <line x1={SCALES.x(0)} y1={SCALES.y(0)} x2={SCALES.x(1)} y2={SCALES.y(1)} stroke="var(--line-strong)" strokeDasharray="2 4" />
        {OPTIONS.filter(({ id }) => id !== of).map(({ id }) => (
          <path key={id} d={pathOf(id)} fill="none" stroke={HUES[id]} opacity={0.35} />
        ))}
        <path d={pathOf(of)} fill="none" stroke={HUES[of]} strokeWidth={1.6} />
        {points.map((value, i) => (
          <circle
            key={CURVE_PLACES[i]}
            role="slider"
            tabIndex={0}
            aria-label={`Curve of ${of} at ${100 * (CURVE_PLACES[i] as number)} %`}
            aria-valuenow={Math.round(100 * value)}
            aria-valuemin={0}
            aria-valuemax={100}
            cx={SCALES.x(CURVE_PLACES[i] as number)}
            cy={SCALES.y(value)}
            r={5}
            onPointerDown={(event) => drag.begin(i, event)}
            onDoubleClick={() => put(i, CURVE_PLACES[i] as number, null)}
            onKeyDown={(event) => keyed(event, i)}
          />
        ))}
      </Pad>
    </div>
  );
}
