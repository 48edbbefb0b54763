'use client';

import { useState } from 'react';
import { lightGround, lightStateAt } from '@/core/frame/light-state';
import { markPose } from '@/core/frame/mark-pose';
import { lightOf, sweepLight } from '@/core/production/edits/light-edits';
import { intField } from '@/core/schema/fields';
import { invertRigid, positionOf, transformPoint } from '@/core/space/matrix';
import type { Vec3 } from '@/core/space/vector';
import { Button, Heading, Hint } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useSceneFrame } from '../../looking/seen';
import { boundsIn } from '../../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';

const SHAPE = { frames: intField({ label: 'Over', unit: 'fr', min: 2, max: 1000, rest: 48 }) };
/** It begins and ends as far beside the mark as that is wide, by this share. */
const BESIDE = 0.6;

/** One press: the light goes across a mark, so that its highlight runs along the bevels. */
export function SweepBench({ id }: { id: string }) {
  const { documents } = useWorkspace();
  const edit = useEdit();
  const frame = useSceneFrame();
  const marks = useProduction((p) => p.marks);
  const facts = useView((s) => s.facts);
  const [values, setValues] = useState({ frames: 48 });
  const mark = marks.find((each) => facts[each.id]?.bounds);
  const box = mark && facts[mark.id]?.bounds;
  const sweep = () => {
    const { production } = documents.store.getState();
    const light = lightOf(production, id);
    if (!mark || !box || !light) return;
    const boundsOf = boundsIn(facts);
    const into = invertRigid(lightGround(production, light, frame, boundsOf));
    const at = positionOf(lightStateAt(production, light, frame, boundsOf).pose);
    const pose = markPose(production, mark, frame, boundsOf);
    const beside = (box.max[0] - box.min[0]) * BESIDE;
    const end = (x: number): Vec3 => transformPoint(into, [transformPoint(pose, [x, 0, 0])[0], at[1], at[2]]);
    edit((draft) => sweepLight(draft, id, frame, values.frames, end(box.min[0] - beside), end(box.max[0] + beside)));
  };
  return (
    <>
      <Heading>Sweep</Heading>
      <SchemaFields shape={SHAPE} names={['frames']} values={values} onChange={(_, frames) => setValues({ frames })} />
      <Button isDisabled={!box} onPress={sweep}>
        Sweep across {mark?.name ?? 'the marks'}
      </Button>
      <Hint>From the playhead on, from left to right, at one speed.</Hint>
    </>
  );
}
