import type { Channel } from '../motion/channel';
import { CARRIER_KINDS } from '../rig/rig';
import type { z } from 'zod';
import { aimChannelsSchema, lensSchema } from './camera';
import { fieldMeta, type FieldMeta } from '../schema/fields';
import { placementSchema } from './mark';
import type { Production } from './production';
import { timeSchema } from './shots';
import { displaySchema, domeSchema, floorSchema, keyLightSchema } from './set';

/** Where a channel sits: the group it belongs to, and its name there. */
export interface ChannelRef {
  group: string;
  name: string;
}

/** A set of channels that belong together: a carrier, a lens, a placement, a light. One lane of the timeline. */
export interface ChannelGroup {
  /** Stable name: kind and ids, parted by slashes. */
  id: string;
  kind: 'carrier' | 'lens' | 'aim' | 'mark' | 'set' | 'time';
  label: string;
  /** What it belongs to. */
  owner: string;
  ownerId: string;
  hue: number | null;
  shape: Record<string, z.ZodType>;
  channels: Record<string, Channel>;
}

const SET_GROUPS = {
  dome: { label: 'Dome', shape: domeSchema.shape },
  key: { label: 'Key light', shape: keyLightSchema.shape },
  floor: { label: 'Floor', shape: floorSchema.shape },
  display: { label: 'Picture', shape: displaySchema.shape },
} as const;
export type SetGroupName = keyof typeof SET_GROUPS;

/** Whether the keys of a group, by its name, stand in delivered time: those of bent time do, all others in that of the scene. */
export const inDeliveredTime = (group: string): boolean => group.startsWith('time/');

/** Every group of channels of a production, cameras first. */
export function channelGroups(production: Production): ChannelGroup[] {
  const groups: ChannelGroup[] = [];
  for (const camera of production.cameras) {
    const owner = { owner: camera.name, ownerId: camera.id, hue: camera.hue };
    for (const carrier of camera.carriers) {
      groups.push({
        id: `carrier/${camera.id}/${carrier.id}`,
        kind: 'carrier',
        label: CARRIER_KINDS[carrier.kind].label,
        ...owner,
        shape: CARRIER_KINDS[carrier.kind].schema.shape,
        channels: carrier.channels,
      });
    }
    if (camera.aim.on !== 'nothing')
      groups.push({
        id: `aim/${camera.id}`,
        kind: 'aim',
        label: 'Aim',
        ...owner,
        shape: aimChannelsSchema.shape,
        channels: camera.aimChannels,
      });
    groups.push({ id: `lens/${camera.id}`, kind: 'lens', label: 'Lens', ...owner, shape: lensSchema.shape, channels: camera.lens });
  }
  for (const mark of production.marks) {
    groups.push({
      id: `mark/${mark.id}`,
      kind: 'mark',
      label: mark.name,
      owner: 'place',
      ownerId: mark.id,
      hue: mark.hue,
      shape: placementSchema.shape,
      channels: mark.placement,
    });
  }
  for (const [name, { label, shape }] of Object.entries(SET_GROUPS)) {
    groups.push({
      id: `set/${name}`,
      kind: 'set',
      label,
      owner: 'set',
      ownerId: name,
      hue: null,
      shape,
      channels: production.set[name as SetGroupName],
    });
  }
  groups.push({
    id: 'time/all',
    kind: 'time',
    label: 'Time',
    owner: 'all',
    ownerId: 'all',
    hue: null,
    shape: timeSchema.shape,
    channels: production.time,
  });
  production.shots.forEach((shot, i) =>
    groups.push({
      id: `time/${shot.id}`,
      kind: 'time',
      label: 'Time',
      owner: shot.name || `shot ${i + 1}`,
      ownerId: shot.id,
      hue: null,
      shape: timeSchema.shape,
      channels: shot.time,
    }),
  );
  return groups;
}

/** A group by its id, or undefined when what it belonged to is gone. */
export function findGroup(production: Production, id: string): ChannelGroup | undefined {
  return channelGroups(production).find((group) => group.id === id);
}

export function channelMeta(group: ChannelGroup, name: string): FieldMeta {
  return fieldMeta(group.shape, name);
}

/** Frames at which any channel of a group has a key, in order. */
export function keyFrames(group: ChannelGroup): number[] {
  const frames = new Set<number>();
  for (const channel of Object.values(group.channels)) for (const key of channel.keys) frames.add(key.frame);
  return [...frames].sort((a, b) => a - b);
}
