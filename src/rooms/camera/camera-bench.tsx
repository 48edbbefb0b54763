'use client';

import { Copy, Trash2 } from 'lucide-react';
import type { Camera } from '@/core/production/camera';
import { duplicateCamera, removeCamera } from '@/core/production/edits/shot-edits';
import { IconButton } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { AimBench } from './aim-bench';
import { CarrierBench } from './carrier-bench';
import { FocusBench } from './focus-bench';
import { LensBench } from './lens-bench';
import { MovesBench } from './moves-bench';
import { NameField } from '../benches/name-field';
import { VisitBench } from './visit-bench';
import { useCameraEdit } from './use-camera-edit';
import { useEdit, useProduction, useWorkspace } from '../workspace/workspace';

/** Everything of a camera: its carriers, its aim, its lens and what that is focused on. */
export function CameraBench({ camera }: { camera: Camera }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const change = useCameraEdit(camera.id);
  const count = useProduction((p) => p.cameras.length);
  return (
    <div key={camera.id}>
      <NameField label="Name of the camera" value={camera.name} onChange={(name) => change((found) => void (found.name = name))}>
        <IconButton
          label="Another camera that does the same"
          $tone="quiet"
          onPress={() =>
            edit((draft) => {
              const id = duplicateCamera(draft, camera.id);
              if (id) view.setState({ selection: { kind: 'camera', id }, through: id, pick: null });
            })
          }
        >
          <Copy size={13} />
        </IconButton>
        <IconButton
          label="Remove this camera"
          $tone="quiet"
          isDisabled={count < 2}
          onPress={() => {
            edit((draft) => removeCamera(draft, camera.id));
            view.setState({ selection: null, through: null, pick: null, carrierId: null });
          }}
        >
          <Trash2 size={13} />
        </IconButton>
      </NameField>
      <CarrierBench camera={camera} />
      <Fold title="Moves" note="drift, overlap, pivot">
        <MovesBench camera={camera} />
      </Fold>
      <Fold title="Visit" note="marks, words, letters in turn" lazy>
        <VisitBench camera={camera} />
      </Fold>
      <AimBench camera={camera} />
      <LensBench camera={camera} />
      <FocusBench camera={camera} />
    </div>
  );
}
