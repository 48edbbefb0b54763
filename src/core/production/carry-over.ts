import { z } from 'zod';
import type { Channel, Value } from '../motion/channel';
import { anyOf } from '../schema/owner-kind';
import { plainCopy } from '../schema/plain-copy';
import { framesPerSecond, RATE_NAMES, type RateName } from '../time/rate';
import { cameraSchema } from './camera';
import { addCascade } from './edits/cascade-edits';
import { freshId } from './edits/fresh-id';
import { forgetOthers, retarget } from './edits/references';
import { markSchema } from './mark';
import { cascadeKind } from './owners/cascade';
import { LIGHTS } from './owners/lights/lights';
import { MAX_CAMERAS, MAX_LIGHTS, MAX_MARKS, type Production } from './production';

const common = {
  /** Which production it comes from: what it follows there it goes on following there. */
  from: z.string().max(80),
  /** Path that it stood at. */
  path: z.string().max(250),
  /** Its keys stand in frames of this rate. */
  rate: z.enum(RATE_NAMES as [RateName, ...RateName[]]),
};

/** Something that was taken out of a production to be put into another, or into the same again. */
export const carriedSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('mark'), ...common, thing: markSchema }),
  z.object({ kind: z.literal('cascade'), ...common, thing: anyOf([cascadeKind]) }),
  z.object({ kind: z.literal('light'), ...common, thing: anyOf(LIGHTS) }),
  z.object({ kind: z.literal('camera'), ...common, thing: cameraSchema }),
]);
export type Carried = z.output<typeof carriedSchema>;

/** What can be carried over of what stands at a path: a mark, a cascade, a light, a camera; null for anything else. */
export function takeOut(production: Production, from: string, path: string): Carried | null {
  const [list, id, within, inner] = path.split('/');
  const shared = { from, path, rate: production.format.rate };
  if (list === 'lights')
    return carried(
      'light',
      shared,
      production.lights.find((each) => each.id === id),
    );
  if (list === 'cameras')
    return carried(
      'camera',
      { ...shared, path: `cameras/${id ?? ''}` },
      production.cameras.find((each) => each.id === id),
    );
  const mark = list === 'marks' ? production.marks.find((each) => each.id === id) : undefined;
  if (within === 'cascades')
    return carried(
      'cascade',
      shared,
      mark?.cascades.find((each) => each.id === inner),
    );
  return carried('mark', { ...shared, path: `marks/${id ?? ''}` }, mark);
}

const carried = (kind: Carried['kind'], shared: Pick<Carried, 'from' | 'path' | 'rate'>, thing: object | undefined): Carried | null =>
  thing ? (plainCopy({ kind, ...shared, thing }) as Carried) : null;

/** All channels within something, however deep. */
function* channelsIn(value: unknown): Generator<Channel<Value>> {
  if (typeof value !== 'object' || value === null) return;
  if ('rest' in value && Array.isArray((value as { keys?: unknown }).keys)) {
    yield value as Channel<Value>;
    return;
  }
  for (const inner of Object.values(value)) yield* channelsIn(inner);
}

/** Keys keep their seconds; links follow what came along, and in the same production what they followed. */
function settled(draft: Production, { thing, from, path, rate }: Carried, into: string, newPath: string): void {
  const factor = framesPerSecond(draft.format.rate) / framesPerSecond(rate);
  for (const channel of channelsIn(thing)) {
    if (factor !== 1) for (const key of channel.keys) key.frame *= factor;
    if (!channel.link) continue;
    const isOwn = (owner: string) => owner === path || owner.startsWith(`${path}/`);
    if (from !== into && !channel.link.refs.every(({ owner }) => isOwn(owner))) delete channel.link;
    else for (const ref of channel.link.refs) if (isOwn(ref.owner)) ref.owner = newPath + ref.owner.slice(path.length);
  }
}

/**
 * Puts something into a production that was carried over; what it refers to that is not there is let go of.
 * @param into which production that is
 * @param markId the mark that a cascade is put on
 * @returns the path that it stands at now; null where there is no room for it, or nothing to put it on
 */
export function putIn(draft: Production, into: string, given: Carried, markId: string | null): string | null {
  const own = plainCopy(given);
  const path = placed(draft, into, own, markId);
  if (!path) return null;
  // Ids of another production mean other things here.
  if (own.from !== into) forgetOthers(draft, path);
  for (const list of ['marks', 'cameras'] as const) retarget(draft, list, (id) => (draft[list].some((each) => each.id === id) ? id : null));
  return path;
}

function placed(draft: Production, into: string, own: Carried, markId: string | null): string | null {
  switch (own.kind) {
    case 'mark': {
      if (draft.marks.length >= MAX_MARKS) return null;
      const id = freshId(draft.marks, 'mark');
      settled(draft, own, into, `marks/${id}`);
      const kit = draft.kits.some((each) => each.id === own.thing.kit) ? own.thing.kit : null;
      draft.marks.push({ ...own.thing, id, kit });
      return `marks/${id}`;
    }
    case 'light': {
      if (draft.lights.length >= MAX_LIGHTS) return null;
      const id = freshId(draft.lights, own.thing.kind);
      settled(draft, own, into, `lights/${id}`);
      draft.lights.push({ ...own.thing, id });
      return `lights/${id}`;
    }
    case 'camera': {
      if (draft.cameras.length >= MAX_CAMERAS) return null;
      const id = freshId(draft.cameras, 'camera');
      settled(draft, own, into, `cameras/${id}`);
      draft.cameras.push({ ...own.thing, id });
      return `cameras/${id}`;
    }
    case 'cascade': {
      const mark = draft.marks.find((each) => each.id === markId);
      if (!mark) return null;
      const id = freshId(mark.cascades, 'cascade');
      settled(draft, own, into, `marks/${mark.id}/cascades/${id}`);
      // Shells and regions are those of the mark that it was on, where that has such.
      const { settings } = own.thing;
      if (!mark.shells.some((each) => each.id === settings.shellId)) settings.shellId = null;
      if (!mark.regions.some((each) => each.id === settings.regionId)) settings.regionId = null;
      const made = addCascade(mark, own.thing);
      return made && `marks/${mark.id}/cascades/${made}`;
    }
  }
}
