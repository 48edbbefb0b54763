import { useMemo } from 'react';
import { moveOwner } from '@/core/production/edits/channel-edits';
import { regionState } from '@/core/frame/region-state';
import type { CameraState, RegionOwnerState } from '@/core/frame/frame-state';
import { ownerStates } from '@/core/frame/owner-states';
import { markPose } from '@/core/frame/mark-pose';
import { resolverOf } from '@/core/production/resolver';
import { REGIONS_OF_SPACE } from '@/core/production/owners/regions/regions';
import { invertRigid, multiply, transformDirection } from '@/core/space/matrix';
import type { PlanRegion } from '@/parts/plan-view/plan-regions';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

/** The regions of the mark that is selected, or of which something is, as the plan draws them. */
export function usePlanRegions(movable: boolean, camera: CameraState | null = null): PlanRegion[] {
  const { view } = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const { selection, facts } = useView((s) => ({ selection: s.selection, facts: s.facts }));
  return useMemo(() => {
    const [list, id] = selection?.kind === 'mark' ? ['marks', selection.id] : selection?.kind === 'owner' ? selection.id.split('/') : [];
    const mark = list === 'marks' ? production.marks.find((each) => each.id === id) : undefined;
    if (!mark || mark.regions.length === 0) return [];
    const pose = markPose(production, mark, frame, boundsIn(facts));
    const path = `marks/${mark.id}/regions`;
    return ownerStates<RegionOwnerState>(resolverOf(production), path, mark.regions, frame).flatMap((state): PlanRegion[] => {
      const own = regionState(state, [], { pose, camera });
      // In the plan there is no frame of the picture.
      if (state.settings.space === 'frame' && !camera) return [];
      const region = mark.regions.find((each) => each.id === state.id);
      const label = REGIONS_OF_SPACE.find(({ kind }) => kind === state.kind)?.label ?? '';
      const owner = `${path}/${state.id}`;
      return [
        {
          id: state.id,
          name: region?.name || label,
          hue: mark.hue,
          kind: own.kind,
          pose: own.isFlat ? own.pose : multiply(pose, own.pose),
          isFlat: own.isFlat,
          half: own.half,
          outline: own.outline,
          isSelected: selection?.kind === 'owner' && selection.id === owner,
          onSelect: () => view.setState({ selection: { kind: 'owner', id: owner }, pick: null, keys: [] }),
          onMove: movable
            ? (by, gesture) =>
                edit(
                  (draft) =>
                    moveOwner(draft, owner, frame, state.settings.space === 'world' ? by : transformDirection(invertRigid(pose), by)),
                  gesture,
                )
            : undefined,
        },
      ];
    });
  }, [production, selection, facts, frame, movable, camera, edit, view]);
}
