import { curvePoints } from '../flatten';
import type { PathCommand } from '../ring';

export interface Point {
  x: number;
  y: number;
}

/** A line that a stroke follows. */
export interface Line {
  points: Point[];
  closed: boolean;
}

/** The lines of a path, curves taken in steps; points that lie on one another are one. */
export function linesOf(commands: readonly PathCommand[], tolerance: number): Line[] {
  const lines: Line[] = [];
  let line: Line | null = null;
  let pen: Point = { x: 0, y: 0 };
  for (const { kind, points: p } of commands) {
    const flat = p as readonly number[];
    if (kind === 'M') {
      pen = { x: flat[0] as number, y: flat[1] as number };
      line = { points: [pen], closed: false };
      lines.push(line);
    } else if (kind === 'Z') {
      if (line) {
        line.closed = true;
        pen = line.points[0] as Point;
      }
      line = null;
    } else {
      if (!line) {
        line = { points: [pen], closed: false };
        lines.push(line);
      }
      const control = [[pen.x, pen.y] as const];
      for (let i = 0; i < flat.length; i += 2) control.push([flat[i] as number, flat[i + 1] as number]);
      for (const [x, y] of curvePoints(control, tolerance)) if (x !== pen.x || y !== pen.y || flat.length > 2) line.points.push({ x, y });
      pen = { x: flat[flat.length - 2] as number, y: flat[flat.length - 1] as number };
    }
  }
  // A point by itself is no line; drawn to itself or closed it is a dot.
  return lines.filter(({ points, closed }, i) => points.length > 1 || closed || isDrawn(commands, i));
}

/** Whether the nth subpath draws anything, be it to where it is already. */
function isDrawn(commands: readonly PathCommand[], nth: number): boolean {
  let at = -1;
  return commands.some(({ kind }) => {
    if (kind === 'M') at++;
    return at === nth && kind !== 'M';
  });
}
