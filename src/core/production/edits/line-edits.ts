import { plainCopy } from '../../schema/plain-copy';
import { cutText } from '../../schema/text';
import { MAX_LINE_DATA } from '../line';
import { depthsOf, type Shell } from '../shell';
import type { Mark } from '../mark';
import type { Production } from '../production';
import { surfaceOf } from '../surface';
import { REGIONS } from '../../solid/region';
import { addMark } from './mark-edits';

/** A line that is added: what is drawn first, metres. */
const FIRST = [
  { x: -1, y: 0 },
  { x: 1, y: 0 },
];

/** Adds a straight line that is drawn on point by point; returns its id. */
export function addLine(draft: Production): string {
  // Before all that is there, so that it is seen.
  const fronts = draft.marks.map(({ shells, channels }) => channels.z.rest + Math.max(...shells.map((shell) => depthsOf(shell).to)));
  const mark = addMark(draft, 'Line', { kind: 'line', pen: { points: FIRST } });
  mark.channels.z.rest = fronts.length > 0 ? Math.round(1000 * (Math.max(...fronts) + 0.1)) / 1000 : 0;
  thin(mark);
  return mark.id;
}

/** A new line is as deep as it is wide, and of light, so that it is told from what it runs over. */
function thin(mark: Mark): void {
  const shell = mark.shells[0] as Shell;
  [shell.channels.from.rest, shell.channels.to.rest] = [-0.03, 0.03];
  shell.front.profile = shell.back.profile = 'none';
  for (const region of REGIONS) shell.surfaces[region] = surfaceOf({ material: 'glow', colour: '#ffe9c4', glow: 1 });
}

/** Adds a line along the outlines of a mark, just before its face, that goes where that goes; returns its id, null where it is too long. */
export function addOutlineLine(draft: Production, id: string, d: string): string | null {
  const mark = draft.marks.find((each) => each.id === id);
  if (!mark || d === '' || d.length > MAX_LINE_DATA) return null;
  const front = Math.max(...mark.shells.map((shell) => depthsOf(shell).to));
  const line = addMark(draft, cutText(`${mark.name}, line`, 80), { kind: 'line', d });
  thin(line);
  line.channels.z.rest = front + 0.035;
  line.channels.y.rest = 0;
  Object.assign(line.settings, plainCopy({ ...mark.settings, carrierId: id, turns: true, behind: false, tip: false }));
  if (line.body.kind === 'line') line.body.channels.width.rest = 0.02;
  return line.id;
}
