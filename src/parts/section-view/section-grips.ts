import type { Stroke } from './section-geometry';

/** A shell as its section is drawn and taken hold of. Metres. */
export interface SectionShell {
  id: string;
  name: string;
  hue: number;
  from: number;
  to: number;
  offset: number;
  bevelSize: number;
  bevelHeight: number;
  /** Share of its heights that the bevels have room for in the depth. */
  room: number;
  /** A skin has no planes and bevels to take hold of. */
  inflated: boolean;
}

/** What is dragged or typed; `place` is the face of a shell that is moved whole. */
export type SectionPart = 'from' | 'to' | 'offset' | 'bevelSize' | 'bevelHeight' | 'place';

/** A place where a shell is taken hold of. */
export interface Grip {
  part: SectionPart;
  label: string;
  /** Place in the section, metres. */
  s: number;
  z: number;
  along: 's' | 'z';
  value: number;
  /** Change of the value for a metre of drag. */
  factor: number;
}

/** Places where the selected shell is taken hold of, on its stroke nearest to the cut's own point. */
export function gripsOf(shell: SectionShell, stroke: Stroke): Grip[] {
  const middle = (stroke.left + stroke.right) / 2;
  const bevelled = shell.bevelSize > 0 && shell.bevelHeight > 0;
  // A slanting cut shows a bevel wider than it is: a metre of drag is then less of it.
  const shown = stroke.faceLeft - stroke.left;
  const ratio = bevelled && shown > 1e-4 ? Math.min(1, shell.bevelSize / shown) : 1;
  if (shell.inflated) return [];
  const grips: Grip[] = [
    { part: 'to', label: 'Face', s: middle, z: shell.to, along: 'z', value: shell.to, factor: 1 },
    { part: 'from', label: 'Back', s: middle, z: shell.from, along: 'z', value: shell.from, factor: 1 },
    { part: 'offset', label: 'Offset', s: stroke.right, z: (shell.from + shell.to) / 2, along: 's', value: shell.offset, factor: ratio },
  ];
  if (bevelled) {
    grips.push(
      { part: 'bevelSize', label: 'Bevel size', s: stroke.faceLeft, z: shell.to, along: 's', value: shell.bevelSize, factor: ratio },
      {
        part: 'bevelHeight',
        label: 'Bevel height',
        s: stroke.left,
        z: Math.max(shell.from, shell.to - shell.bevelHeight * shell.room),
        along: 'z',
        value: shell.bevelHeight,
        factor: -1,
      },
    );
  }
  return grips;
}
