import { addPoint, movePoint } from '@/core/production/pen';
import type { PlanPoints } from '@/parts/plan-view/plan-points';
import { handPlace, underPlan, useHandDrawn } from '../looking/hand-drawn';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

/** What is selected and is drawn by hand, as the plan draws it; nothing that lies in the frame of the picture is in it. */
export function usePlanPoints(): PlanPoints | null {
  const { view } = useWorkspace();
  const drawn = useHandDrawn();
  const draws = useView((s) => s.penDraws);
  const selection = useView((s) => s.selection);
  const markId = selection?.kind === 'mark' ? selection.id : selection?.id.split('/')[1];
  const hue = useProduction((p) => p.marks.find(({ id }) => id === markId)?.hue ?? 0);
  if (!drawn || drawn.isFlat) return null;
  const { of, pen, bounds, change } = drawn;
  return {
    hue,
    of,
    places: pen.points.map((point) => handPlace(drawn, point)),
    isClosed: of === 'outline',
    draws,
    onPut(...at) {
      const point = underPlan(drawn, ...at);
      if (!point) return;
      change((own) => addPoint(own, bounds, point));
      view.setState({ penPoint: pen.points.length });
    },
    onMove(index, place, across, down, gesture) {
      const point = underPlan(drawn, place, across, down);
      if (point) change((own) => movePoint(own, index, point), gesture);
    },
  };
}
