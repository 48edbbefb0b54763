'use client';

import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import { Choices } from '@/parts/controls';
import { useView, useWorkspace } from '../workspace/workspace';

/** What a plan is called, and from where it is seen. */
export function PlanTitle({ name, ways = ['above', 'side', 'outside'] }: { name: string; ways?: readonly PlanFrom[] }) {
  const { view } = useWorkspace();
  const from = useView((s) => s.planFrom);
  return (
    <>
      <b>{name}</b>
      <Choices
        label={`${name} seen from`}
        value={from}
        onChange={(planFrom) => view.setState({ planFrom })}
        options={ways.map((way) => ({ id: way, label: way }))}
      />
    </>
  );
}
