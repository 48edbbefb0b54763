'use client';

import { carryMark } from '@/core/frame/carry-mark';
import { bearersFor } from '@/core/production/carried';
import type { Mark } from '@/core/production/mark';
import { Pick, Tick } from '@/parts/controls';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { useDiffers, useOthers } from './together';

type Carrying = Pick<Mark['settings'], 'turns' | 'behind'>;

const WAYS = {
  turn: { label: 'place and turn', carrying: { turns: true, behind: false } },
  place: { label: 'place alone', carrying: { turns: false, behind: false } },
  behind: { label: 'behind it', carrying: { turns: true, behind: true } },
  'behind-place': { label: 'behind, unturned', carrying: { turns: false, behind: true } },
} as const satisfies Record<string, { label: string; carrying: Carrying }>;
type Way = keyof typeof WAYS;

const wayOf = ({ turns, behind }: Carrying): Way => (behind ? (turns ? 'behind' : 'behind-place') : turns ? 'turn' : 'place');

const NOBODY = 'nothing';

/** By which mark one is carried, and how: groups move together, and what backs a title goes where the title goes. */
export function CarriedBench({ markId, carrying }: { markId: string; carrying: Mark['settings'] }) {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  const facts = useView((s) => s.facts);
  const frame = useSceneFrame();
  const ids = [markId, ...useOthers(markId)];
  const differs = useDiffers({ id: markId, settings: carrying });
  const { carrierId } = carrying;
  const bearers = bearersFor(marks, ids);
  if (bearers.length === 0 && carrierId === null) return null;
  const bearer = marks.find(({ id }) => id === carrierId);
  const change = (to: Partial<Mark['settings']>) =>
    edit((draft) => {
      for (const id of ids) carryMark(draft, id, to, frame, boundsIn(facts));
    });
  return (
    <>
      <Pick
        label="Carried by"
        value={carrierId ?? NOBODY}
        differs={differs(({ settings }) => settings.carrierId)}
        onChange={(next) => change(next === NOBODY ? { carrierId: null, behind: false } : { carrierId: next })}
        options={[{ id: NOBODY, label: 'nothing' }, ...bearers.map(({ id, name }) => ({ id, label: name }))]}
      />
      {carrierId === null ? null : (
        <Pick
          label="Goes by its"
          value={wayOf(carrying)}
          differs={differs(({ settings }) => wayOf(settings))}
          onChange={(next) => change(WAYS[next].carrying)}
          options={(Object.keys(WAYS) as Way[]).map((id) => ({ id, label: WAYS[id].label }))}
        />
      )}
      {bearer?.body.kind === 'line' ? (
        <Tick isSelected={carrying.tip} onChange={(tip) => change({ tip })}>
          At the tip of the line
        </Tick>
      ) : null}
      {carrierId !== null && carrying.behind ? <ChannelField owner={`marks/${markId}`} name="behind" /> : null}
    </>
  );
}
