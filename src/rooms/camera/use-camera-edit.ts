import { useCallback } from 'react';
import type { Camera } from '@/core/production/camera';
import { useEdit } from '../workspace/workspace';

/** An edit of one camera; does nothing when it is gone. */
export function useCameraEdit(cameraId: string): (recipe: (camera: Camera) => void, gesture?: string | null) => void {
  const edit = useEdit();
  return useCallback(
    (recipe, gesture = null) =>
      edit((draft) => {
        const found = draft.cameras.find(({ id }) => id === cameraId);
        if (found) recipe(found);
      }, gesture),
    [edit, cameraId],
  );
}
