'use client';

import { Choices, Hint, Row } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';

type LightWay = 'plain' | 'traced';

/** How light finds its way in full pictures. */
export const LIGHT_WAYS: readonly { id: LightWay; label: string }[] = [
  { id: 'plain', label: 'plain' },
  { id: 'traced', label: 'traced' },
];

/** Whether the light of this production's full pictures is followed by rays. */
export function LightChoice() {
  const edit = useEdit();
  const traced = useProduction((p) => p.traced);
  return (
    <>
      <Row label="Light, full">
        <Choices
          label="Light of full pictures"
          value={traced ? 'traced' : 'plain'}
          onChange={(to) => edit((draft) => void (draft.traced = to === 'traced'))}
          options={LIGHT_WAYS}
        />
      </Row>
      <Hint>
        Traced light follows rays from what is seen: marks are mirrored in one another, hide the dome from one another, and throw soft
        shadows. Mirror images of highlights are held to four times white, so that none speckles. It takes several times as long; Master
        measures how long.
      </Hint>
    </>
  );
}
