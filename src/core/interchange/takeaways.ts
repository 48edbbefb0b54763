import { strToU8 } from 'fflate';

import { cameraCsv, cameraSamples, cameraTrack } from './camera-track';
import { editList } from './edit-list';
import { sceneGlb, type SceneInput } from './scene-glb';
import { timelineOtio } from './timeline-otio';

/** What something is written from that leaves beside pictures. */
export interface TakeawayInput extends SceneInput {
  /** What the picture is called that edit lists and timelines cut. */
  file: string;
}

interface Takeaway {
  label: string;
  /** What it is for, and what of the production it holds. */
  note: string;
  extension: string;
  mediaType: string;
  write(input: TakeawayInput): string | Promise<Uint8Array>;
}

const trackOf = ({ production, first, last, boundsOf, probe }: TakeawayInput) => cameraTrack(production, first, last, boundsOf, probe);

/** All that leaves beside pictures and sound, by its name. */
export const TAKEAWAYS = {
  'edit-list': {
    label: 'Edit list',
    note: 'shots and cues, CMX 3600',
    extension: 'edl',
    mediaType: 'text/plain',
    write: ({ production, first, last }) => editList(production, first, last),
  },
  timeline: {
    label: 'Timeline',
    note: 'shots, sound and cues, OpenTimelineIO',
    extension: 'otio',
    mediaType: 'application/json',
    write: ({ production, first, last, file }) => timelineOtio(production, first, last, file),
  },
  'camera-csv': {
    label: 'Camera, CSV',
    note: 'pose, lens and focus of each frame',
    extension: 'csv',
    mediaType: 'text/csv',
    write: (input) => cameraCsv(trackOf(input), input.production),
  },
  'camera-json': {
    label: 'Camera, JSON',
    note: 'poses, as takes are read',
    extension: 'json',
    mediaType: 'application/json',
    write: (input) => cameraSamples(trackOf(input)),
  },
  scene: {
    label: 'Scene, glTF',
    note: 'marks, lights and the flight of the camera',
    extension: 'glb',
    mediaType: 'model/gltf-binary',
    write: sceneGlb,
  },
} as const satisfies Record<string, Takeaway>;
export type TakeawayName = keyof typeof TAKEAWAYS;

/** Writes one of them as the bytes of its file. */
export async function writeTakeaway(name: TakeawayName, input: TakeawayInput): Promise<Uint8Array> {
  const written = await (TAKEAWAYS[name] as Takeaway).write(input);
  return typeof written === 'string' ? strToU8(written) : written;
}
