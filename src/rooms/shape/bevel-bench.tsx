'use client';

import { heightOf, type Mark } from '@/core/production/mark';
import { bevelSchema, MAX_PROFILE_POINTS, type Bevel, type Shell } from '@/core/production/shell';
import { fieldMeta } from '@/core/schema/fields';
import { PROFILE_KINDS } from '@/core/solid/profile';
import { Choices, Heading, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useShellDiffers } from '../benches/together';
import { ProfileDrawing } from '@/parts/pad/profile-drawing';

export type ShellEnd = 'front' | 'back';
type Change = (recipe: (shell: Shell) => void, gesture?: string | null) => void;

/** What a profile starts from when it is first drawn: a swell with a lip. */
const FIRST_POINTS: Bevel['points'] = [
  { in: 0.1, up: 0.45, smooth: true },
  { in: 0.55, up: 0.7, smooth: true },
  { in: 0.6, up: 0.9, smooth: false },
];

/** The bevel at one end of a shell. */
export function BevelBench({ mark, shell, end, change }: { mark: Mark; shell: Shell; end: ShellEnd; change: Change }) {
  const differs = useShellDiffers(mark, shell);
  const bevel = shell[end];
  const title = end === 'front' ? 'Front bevel' : 'Back bevel';
  const number = (name: 'size' | 'height') => {
    const meta = fieldMeta(bevelSchema.shape, name);
    return (
      <NumberField
        meta={meta}
        label={`${end === 'front' ? 'Front' : 'Back'} ${meta.label.toLowerCase()}`}
        value={bevel[name]}
        differs={differs((each) => each[end][name])}
        whole={heightOf(mark) * 1000}
        onChange={(value, gesture) => change((s) => void (s[end][name] = value), gesture)}
      />
    );
  };
  return (
    <>
      <Heading>{title}</Heading>
      <Choices
        label={`Profile of the ${title.toLowerCase()}`}
        value={differs((each) => each[end].profile) ? null : bevel.profile}
        onChange={(profile) =>
          change((s) => {
            s[end].profile = profile;
            if (profile === 'drawn' && s[end].points.length === 0) s[end].points = FIRST_POINTS.map((point) => ({ ...point }));
          })
        }
        options={(['none', ...PROFILE_KINDS, 'drawn'] as const).map((id) => ({ id, label: id }))}
      />
      {bevel.profile === 'none' ? null : (
        <>
          {bevel.profile === 'drawn' ? (
            <ProfileDrawing
              points={bevel.points}
              most={MAX_PROFILE_POINTS}
              onChange={(points, gesture) => change((s) => void (s[end].points = points), gesture)}
            />
          ) : null}
          {number('size')}
          {number('height')}
          <div style={{ display: 'flex', gap: 16 }}>
            <Tick isSelected={bevel.outward} onChange={(outward) => change((s) => void (s[end].outward = outward))}>
              outward
            </Tick>
            <Tick isSelected={bevel.ridge} isDisabled={bevel.outward} onChange={(ridge) => change((s) => void (s[end].ridge = ridge))}>
              meets in a ridge
            </Tick>
          </div>
        </>
      )}
    </>
  );
}
