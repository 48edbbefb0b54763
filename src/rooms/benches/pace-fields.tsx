'use client';

import { PACE_NAMES, paceName, PACES, type Pace } from '@/core/motion/pace';
import { NO_REBOUND, swingProgress, type Swing } from '@/core/motion/rebound';
import type { FieldMeta } from '@/core/schema/fields';
import { Choices, Hint } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { PaceCurve } from '@/parts/pad/pace-curve';
import type { ReactNode } from 'react';
import { OwnPaces } from './own-paces';

const INFLUENCE: FieldMeta = { label: '', unit: '%', min: 0, max: 1, rest: 0.42, step: 0.01, digits: 0, shown: 100 };
const SPEED: FieldMeta = { label: '', unit: '×', min: -20, max: 20, rest: 0, step: 0.05, digits: 2, shown: 1 };
const BOUNCES: FieldMeta = { label: 'Rebounds', unit: '', min: 0, max: 6, rest: 0, step: 1, digits: 0, shown: 1 };

const SWINGS: FieldMeta = { label: 'Swings', unit: '', min: 1, max: 12, rest: 3, step: 1, digits: 0, shown: 1 };
const DAMPING: FieldMeta = { label: 'Damping', unit: '', min: 0.02, max: 0.95, rest: 0.4, step: 0.02, digits: 2, shown: 1 };

/** How often it goes past where it goes, how soon it comes to rest, and how far the first swing is over. */
function SwingFields({ swing, onChange }: { swing: Swing; onChange: (swing: Swing, gesture: string | null) => void }) {
  const { count, damping } = swing;
  const over = swingProgress(1 / (count + 1), count, damping) - 1;
  return (
    <>
      <NumberField meta={SWINGS} value={count} onChange={(v, gesture) => onChange({ ...swing, count: Math.round(v) }, gesture)} />
      <NumberField meta={DAMPING} value={damping} onChange={(v, gesture) => onChange({ ...swing, damping: v }, gesture)} />
      <Hint>First {(100 * over).toFixed(1)} % over.</Hint>
    </>
  );
}

/** A pace: drawn, by name, one of one's own, or in numbers. */
export function PaceFields({
  pace,
  colour,
  isNamed = true,
  onChange,
  children,
}: {
  pace: Pace;
  colour: string;
  /** Whether it may be called by its name. */
  isNamed?: boolean;
  onChange: (pace: Pace, gesture: string | null) => void;
  /** What is said of it, before the numbers. */
  children?: ReactNode;
}) {
  const end = (side: 'leave' | 'arrive') => (
    <>
      <NumberField
        meta={INFLUENCE}
        label={side === 'leave' ? 'Leave over' : 'Arrive over'}
        value={pace[side].influence}
        onChange={(influence, gesture) => onChange({ ...pace, ...NO_REBOUND, [side]: { ...pace[side], influence } }, gesture)}
      />
      <NumberField
        meta={SPEED}
        label={side === 'leave' ? 'Leave at' : 'Arrive at'}
        value={pace[side].speed}
        onChange={(speed, gesture) => onChange({ ...pace, ...NO_REBOUND, [side]: { ...pace[side], speed } }, gesture)}
      />
    </>
  );
  return (
    <>
      <div style={{ margin: '6px 0' }}>
        <PaceCurve pace={pace} colour={colour} onChange={onChange} />
      </div>
      <Choices
        label="Pace"
        options={PACE_NAMES.map((id) => ({ id, label: id }))}
        value={isNamed ? paceName(pace) : null}
        onChange={(name) => onChange(PACES[name], null)}
      />
      <OwnPaces pace={pace} onUse={(own) => onChange(own, null)} />
      {children}
      <div style={{ marginTop: 6 }}>
        {pace.bounces > 0 ? (
          <NumberField
            meta={BOUNCES}
            value={pace.bounces}
            onChange={(bounces, gesture) => onChange({ ...pace, bounces: Math.round(bounces) }, gesture)}
          />
        ) : pace.swing ? (
          <SwingFields swing={pace.swing} onChange={(swing, gesture) => onChange({ ...pace, swing }, gesture)} />
        ) : (
          <>
            {end('leave')}
            {end('arrive')}
          </>
        )}
      </div>
    </>
  );
}
