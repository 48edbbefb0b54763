import { pathOf, type Line } from '../../production/line';
import type { Bevel, Shell } from '../../production/shell';
import type { LineShape } from '../../solid/line/line-run';
import type { SectionBevel } from '../../solid/line/line-section';

const edgeOf = ({ profile, size, height }: Bevel): SectionBevel => ({ profile, width: size / 1000, height: height / 1000 });

/** What a line is made of in one of its shells: an offset makes it wider to either side. */
export const lineShape = (line: Line, { front, back, offset }: Shell): LineShape => {
  const { join, section, begins, ends, dash, gap, inTurn, handles } = line;
  return {
    d: pathOf(line),
    join,
    section,
    begins,
    ends,
    dash,
    gap,
    inTurn,
    handles,
    front: edgeOf(front),
    back: edgeOf(back),
    wider: offset / 500,
  };
};
