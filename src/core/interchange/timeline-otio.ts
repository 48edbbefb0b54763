import type { Production } from '../production/production';
import { framesPerSecond } from '../time/rate';
import { eventsOf, type EditEvent } from './edit-list';

/**
 * The shots, the sound and the cues as a timeline of OpenTimelineIO (its JSON, schemas Timeline.1, Stack.1, Track.1, Clip.1,
 * ExternalReference.1, Marker.2). Times are frames at the production's rate.
 * @param file what the picture is called that it cuts
 */
export function timelineOtio(production: Production, first: number, last: number, file: string): string {
  const rate = framesPerSecond(production.format.rate);
  const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value });
  const range = (from: number, count: number) => ({ OTIO_SCHEMA: 'TimeRange.1', start_time: time(from), duration: time(count) });
  const reference = (target: string, from: number, count: number) => ({
    OTIO_SCHEMA: 'ExternalReference.1',
    name: '',
    available_range: range(from, count),
    available_image_bounds: null,
    target_url: target,
    metadata: {},
  });
  const cuesIn = ({ from, to }: EditEvent) =>
    production.cues
      .filter(({ frame }) => frame >= from && frame < to)
      .map(({ name, frame }, i) => ({
        OTIO_SCHEMA: 'Marker.2',
        name: name || `Cue ${i + 1}`,
        color: 'GREEN',
        comment: '',
        marked_range: range(frame, 0),
        metadata: {},
      }));
  const clip = (event: EditEvent, target: string, markers: readonly unknown[]) => ({
    OTIO_SCHEMA: 'Clip.1',
    name: event.name,
    source_range: range(event.from, event.to - event.from),
    media_reference: reference(target, first, last + 1 - first),
    effects: [],
    markers,
    enabled: true,
    metadata: {},
  });
  const track = (name: string, kind: 'Video' | 'Audio', children: readonly unknown[]) => ({
    OTIO_SCHEMA: 'Track.1',
    name,
    kind,
    children,
    source_range: null,
    effects: [],
    markers: [],
    enabled: true,
    metadata: {},
  });
  const shots = eventsOf(production, first, last);
  const { sound } = production;
  const tracks = [
    track(
      'Shots',
      'Video',
      shots.map((event) => clip(event, file, cuesIn(event))),
    ),
    ...(sound ? [track('Sound', 'Audio', [clip({ name: sound.name, from: first, to: last + 1 }, 'sound.wav', [])])] : []),
  ];
  const timeline = {
    OTIO_SCHEMA: 'Timeline.1',
    name: production.name,
    global_start_time: time(first),
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      children: tracks,
      source_range: null,
      effects: [],
      markers: [],
      enabled: true,
      metadata: {},
    },
    metadata: {},
  };
  return `${JSON.stringify(timeline, null, 2)}\n`;
}
