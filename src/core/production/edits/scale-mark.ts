import type { Channel } from '../../motion/channel';
import type { Mark } from '../mark';

/** Multiplies a channel's rest value and keys. */
function scaleChannel(channel: Channel, factor: number): void {
  channel.rest *= factor;
  for (const key of channel.keys) key.value *= factor;
}

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
    for (const { channels } of body.runs) for (const name of ['x', 'y', 'z'] as const) scaleChannel(channels[name], factor);
  }
  for (const shell of mark.shells) {
    scaleChannel(shell.channels.from, factor);
    scaleChannel(shell.channels.to, factor);
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
export function shiftMark(mark: Mark, across: number, up: number): void {
  for (const [name, by] of [
    ['x', across],
    ['y', up],
  ] as const) {
    const channel = mark.channels[name];
    channel.rest += by;
    for (const key of channel.keys) key.value += by;
  }
}
