import { CameraFileError, readCameraFile } from '@/core/interchange/camera-file';
import { MAX_POSE_FILE_BYTES, PoseSamplesError, readPoseSamples } from '@/core/interchange/pose-samples';
import type { TimedPose } from '@/core/rig/take-poses';

/** What binary glTF begins with (glTF 2.0, 4.4). */
const GLTF = 'glTF';

/** Reads the flight of a camera: from samples of poses in JSON, or from a binary glTF file. */
export async function readFlight([file]: readonly File[]): Promise<TimedPose[]> {
  if (!file) throw new CameraFileError('There is no file.');
  if (file.size > MAX_POSE_FILE_BYTES) throw new PoseSamplesError('A file of poses can be at most 40 MB.');
  const bytes = new Uint8Array(await file.arrayBuffer());
  const isGltf = new TextDecoder().decode(bytes.subarray(0, 4)) === GLTF;
  return isGltf ? readCameraFile(bytes) : readPoseSamples(new TextDecoder().decode(bytes));
}
