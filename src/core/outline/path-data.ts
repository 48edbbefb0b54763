import svgpath from 'svgpath';
import type { PathCommand } from './ring';

/** Thrown when a file is not a drawing we can use; the message is for the person. */
export class DrawingError extends Error {}

/** Path data as absolute commands of the four kinds we draw. */
export function pathCommands(d: string): PathCommand[] {
  const parsed = svgpath(d).abs().unarc().unshort();
  if ('err' in parsed && parsed.err) throw new DrawingError('A path in this file cannot be read.');
  const commands: PathCommand[] = [];
  parsed.iterate((segment, _index, x, y) => {
    const [kind, ...p] = segment as [string, ...number[]];
    if (p.some((v) => !Number.isFinite(v))) throw new DrawingError('A path in this file holds something that is not a number.');
    if (kind === 'Z' || kind === 'z') commands.push({ kind: 'Z', points: [] });
    else if (kind === 'H') commands.push({ kind: 'L', points: [p[0] as number, y] });
    else if (kind === 'V') commands.push({ kind: 'L', points: [x, p[0] as number] });
    else commands.push({ kind, points: p } as PathCommand);
  });
  return commands;
}
