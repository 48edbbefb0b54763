import { sceneFrameAt, shotAt, cameraOf } from '@/core/frame/shot-camera';
import type { Camera } from '@/core/production/camera';
import type { Production } from '@/core/production/production';
import type { ViewState } from '../workspace/view-store';
import { useProduction, useView } from '../workspace/workspace';

/** The camera that is looked through: one that was asked for, else that of the shot at the playhead. */
export function seenCamera(production: Production, { through, playhead }: Pick<ViewState, 'through' | 'playhead'>): Camera {
  const asked = through === null ? undefined : production.cameras.find(({ id }) => id === through);
  return asked ?? cameraOf(production, shotAt(production, playhead).cameraId);
}

/** The frame of the scene at the playhead, to which keys belong: whole, and the playhead itself where time is not bent. */
export const sceneFrame = (production: Production, playhead: number): number => Math.round(sceneFrameAt(production, Math.round(playhead)));

export function useSeenCamera(): Camera {
  const view = useView(({ through, playhead }) => ({ through, playhead }));
  return useProduction((production) => seenCamera(production, view));
}

export function useSceneFrame(): number {
  const playhead = useView((state) => Math.round(state.playhead));
  return useProduction((production) => sceneFrame(production, playhead));
}
