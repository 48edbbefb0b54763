import { z } from 'zod';
import { mayChange } from '../motion/channel';
import { channelField } from '../schema/fields';
import type { Surface } from './surface';

const shift = { unit: 'm', min: -100, max: 100, rest: 0, step: 0.02, digits: 3 } as const;
const turn = { unit: '°', min: -3600, max: 3600, rest: 0, step: 1, digits: 1 } as const;

/** Where a part of a mark stands beside where it is set, and how it is turned there about its own middle. */
export const partPlace = z.object({
  x: channelField({ label: 'Across', ...shift }),
  y: channelField({ label: 'Up', ...shift }),
  z: channelField({ label: 'Toward', ...shift }),
  pan: channelField({ label: 'Turn', ...turn }),
  tilt: channelField({ label: 'Tip', ...turn }),
  roll: channelField({ label: 'Roll', ...turn }),
});

/** A part of a mark that may be coloured and moved by itself: a run of letters, a path of a drawing, what of a model is of one material. */
export interface OwnPart {
  id: string;
  channels: z.output<typeof partPlace>;
  /** What it is made of, in the place of the first shell's own surfaces. */
  surface?: Surface | undefined;
}

/** A body as far as it matters here. */
type Body =
  | { kind: 'words'; runs: readonly OwnPart[] }
  | { kind: 'outline'; paths: readonly OwnPart[] }
  | { kind: 'model'; parts: readonly OwnPart[] }
  | { kind: 'form' | 'body' | 'panel' | 'line' };

/** Parts of a body that may be coloured and moved by themselves, in their order, and where they stand in it. */
export function ownParts(body: Body): { list: readonly OwnPart[]; place: string } {
  switch (body.kind) {
    case 'words':
      return { list: body.runs, place: 'body/runs' };
    case 'outline':
      return { list: body.paths, place: 'body/paths' };
    case 'model':
      return { list: body.parts, place: 'body/parts' };
    default:
      return { list: [], place: 'body' };
  }
}

/** Whether a part is moved from where it is set, or may be. */
export const isPartMoved = ({ channels }: Pick<OwnPart, 'channels'>): boolean =>
  Object.values(channels).some((channel) => channel.rest !== 0 || mayChange(channel));
