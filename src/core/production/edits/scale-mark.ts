import { withScale, withShift } from '../../motion/edit-channel';
import type { Mark } from '../mark';

/**
 * Makes a mark so many times as large about its origin: its height, the depths and offsets of its shells, their bevels, and how far its
 * letters are moved. Changes the mark that it is given: call it on a draft.
 */
export function scaleMark(mark: Mark, factor: number): void {
  if (factor === 1) return;
  const { body } = mark;
  if ('size' in body) body.size *= factor;
  if (body.kind === 'words') {
    body.fit.width *= factor;
    for (const { channels } of body.runs) for (const name of ['x', 'y', 'z'] as const) channels[name] = withScale(channels[name], factor);
  }
  for (const shell of mark.shells) {
    for (const name of ['from', 'to'] as const) shell.channels[name] = withScale(shell.channels[name], factor);
    shell.offset *= factor;
    shell.rim *= factor;
    shell.wall *= factor;
    for (const bevel of [shell.front, shell.back]) {
      bevel.size *= factor;
      bevel.height *= factor;
    }
  }
}

/** Moves a mark, and all keys of its place, by metres in the frame that its place is told in. */
export function shiftMark({ channels }: Mark, across: number, up: number): void {
  channels.x = withShift(channels.x, across);
  channels.y = withShift(channels.y, up);
}
