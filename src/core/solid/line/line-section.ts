import type { Region } from '../region';
import { PROFILES, type ProfileKind } from '../profile';

/** What a line looks like cut across. */
export const LINE_SECTIONS = ['flat', 'round', 'bevelled'] as const;
export type LineSection = (typeof LINE_SECTIONS)[number];

/** A corner of a section: to the left by `wide` widths and `left` metres; from the back (0) to the front (1), and `toward` metres. */
export interface SectionPoint {
  wide: number;
  left: number;
  deep: number;
  toward: number;
  /** Toward by so many widths: of what is round. */
  high: number;
  /** Normal: to the left, and toward. */
  normal: readonly [number, number];
}

/** A side of a section, run so that what is inside lies on its left as it is seen along the line. */
export interface SectionSide {
  from: SectionPoint;
  to: SectionPoint;
  region: Region;
}

const ROUND_SIDES = 20;
const PROFILE_SEGMENTS = 5;

const round = (): SectionSide[] => {
  const at = (i: number): SectionPoint => {
    const angle = (2 * Math.PI * i) / ROUND_SIDES;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return { wide: c / 2, left: 0, deep: 0.5, toward: 0, high: s / 2, normal: [c, s] };
  };
  return Array.from({ length: ROUND_SIDES }, (_, i) => ({ from: at(i), to: at((i + 1) % ROUND_SIDES), region: 'face' }));
};

/** Half of a section from its side to its face, at the left: a list of points with the normals before and after each. */
interface EdgePoint {
  inward: number;
  toward: number;
  before: readonly [number, number];
  after: readonly [number, number];
}

/** A bevel at the edge of a section; a bare corner where there is none. */
export interface SectionBevel {
  profile: ProfileKind | 'none' | 'drawn';
  width: number;
  height: number;
}

function edge({ profile, width, height }: SectionBevel): EdgePoint[] {
  if (profile === 'none' || profile === 'drawn' || !(width > 0) || !(height > 0)) {
    return [{ inward: 0, toward: 0, before: [1, 0], after: [0, 1] }];
  }
  const points = PROFILES[profile](width, height, PROFILE_SEGMENTS);
  return points.map(({ distance, height: up, before, after }, i) => ({
    inward: distance,
    toward: up - height,
    before: i === 0 ? [1, 0] : before,
    after: i === points.length - 1 ? [0, 1] : after,
  }));
}

/** A band with edges at its front and at its back. */
function band(front: SectionBevel, back: SectionBevel): SectionSide[] {
  const point = ({ inward, toward }: EdgePoint, side: 1 | -1, deep: 0 | 1, normal: readonly [number, number]): SectionPoint => ({
    wide: side / 2,
    left: -side * inward,
    deep,
    toward: deep === 1 ? toward : -toward,
    high: 0,
    normal: [side * normal[0], (deep === 1 ? 1 : -1) * normal[1]],
  });
  const [before, behind] = [edge(front), edge(back)];
  /** Points round the section from the left side at the back, over the front, to the back again. */
  const corners = [
    ...[...before.map((p) => ({ p, side: 1 as const, deep: 1 as const, isBack: false }))],
    ...[...before].reverse().map((p) => ({ p, side: -1 as const, deep: 1 as const, isBack: true })),
    ...[...behind.map((p) => ({ p, side: -1 as const, deep: 0 as const, isBack: false }))],
    ...[...behind].reverse().map((p) => ({ p, side: 1 as const, deep: 0 as const, isBack: true })),
  ];
  const first = before.length;
  const second = first * 2;
  const third = second + behind.length;
  return corners.map((here, i): SectionSide => {
    const next = corners[(i + 1) % corners.length] as (typeof corners)[number];
    const leaving = here.isBack ? here.p.before : here.p.after;
    const arriving = next.isBack ? next.p.after : next.p.before;
    const region: Region =
      i === first - 1 ? 'face' : i === third - 1 ? 'back' : i === second - 1 || i === corners.length - 1 ? 'side' : 'bevel';
    return { from: point(here.p, here.side, here.deep, leaving), to: point(next.p, next.side, next.deep, arriving), region };
  });
}

const BARE: SectionBevel = { profile: 'none', width: 0, height: 0 };

/** The sides of a section, round it. */
export function sectionSides(kind: LineSection, front: SectionBevel, back: SectionBevel): SectionSide[] {
  switch (kind) {
    case 'round':
      return round();
    case 'flat':
      return band(BARE, BARE);
    case 'bevelled':
      return band(front, back);
  }
}
