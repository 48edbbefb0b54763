/**
 * Profiles: the cross-section curve of a bevel. A profile runs from the end of the side wall (distance 0, height 0)
 * inward over the face. A new kind is one entry in PROFILES.
 */
export interface ProfilePoint {
  /** Distance swept inward from the outline, metres; never decreases along the profile. */
  distance: number;
  /** Height above the end of the side wall, metres. */
  height: number;
  /** Normal just before this point, as (outward, up). */
  before: readonly [number, number];
  /** Normal just after this point. */
  after: readonly [number, number];
}
export type Profile = ProfilePoint[];

type Flat = readonly [number, number];
const unit = (a: number, b: number): Flat => {
  const l = Math.hypot(a, b) || 1;
  return [a / l, b / l];
};

/** A profile of straight facets through the given (distance, height) points. */
export function facets(points: readonly Flat[]): Profile {
  const normals = points.slice(1).map((p, i) => {
    const q = points[i] as Flat;
    return unit(p[1] - q[1], p[0] - q[0]);
  });
  return points.map(([distance, height], i) => ({
    distance,
    height,
    before: normals[Math.max(0, i - 1)] as Flat,
    after: normals[Math.min(i, normals.length - 1)] as Flat,
  }));
}

/** A curve as a profile: points and normals taken at even steps of a parameter from 0 to 1. */
function curved(segments: number, at: (t: number) => { distance: number; height: number; out: number; up: number }): Profile {
  return Array.from({ length: segments + 1 }, (_, i) => {
    const { distance, height, out, up } = at(i / segments);
    const normal = unit(out, up);
    return { distance, height, before: normal, after: normal };
  });
}

/** Two profiles, one after the other; the second begins where the first ends. */
function chained(first: Profile, second: Profile): Profile {
  const end = first[first.length - 1] as ProfilePoint;
  const shifted = second.map((p) => ({ ...p, distance: p.distance + end.distance, height: p.height + end.height }));
  const [meeting, ...rest] = shifted as [ProfilePoint, ...Profile];
  return [...first.slice(0, -1), { ...end, after: meeting.after }, ...rest];
}

const quarter = Math.PI / 2;

/** A quarter ellipse, tangent to the side and to the face. */
const round = (width: number, height: number, segments: number): Profile =>
  curved(segments, (t) => {
    // Exact at both ends, where rings must meet the wall and the face.
    const c = t === 1 ? 0 : Math.cos(t * quarter);
    const s = t === 1 ? 1 : Math.sin(t * quarter);
    return { distance: width * (1 - c), height: height * s, out: c / width, up: s / height };
  });

/** A quarter ellipse hollowed out: it leaves the side level and meets the face upright. */
const cove = (width: number, height: number, segments: number): Profile =>
  curved(segments, (t) => {
    const c = t === 1 ? 0 : Math.cos(t * quarter);
    const s = t === 1 ? 1 : Math.sin(t * quarter);
    return { distance: width * s, height: height * (1 - c), out: s / width, up: c / height };
  });

export const PROFILES = {
  /** One straight facet. */
  chamfer: (width: number, height: number): Profile =>
    facets([
      [0, 0],
      [width, height],
    ]),
  round: (width: number, height: number, segments = 8): Profile => round(width, height, segments),
  cove: (width: number, height: number, segments = 8): Profile => cove(width, height, segments),
  /** Two stairs of equal size. */
  step: (width: number, height: number): Profile =>
    facets([
      [0, 0],
      [width / 2, 0],
      [width / 2, height / 2],
      [width, height / 2],
      [width, height],
    ]),
  /** A hollow that turns into a swell: the S of a picture frame. */
  ogee: (width: number, height: number, segments = 8): Profile =>
    chained(cove(width / 2, height / 2, Math.max(2, segments >> 1)), round(width / 2, height / 2, Math.max(2, segments >> 1))),
  /** Two rounds with an edge between them. */
  double: (width: number, height: number, segments = 8): Profile =>
    chained(round(width / 2, height / 2, Math.max(2, segments >> 1)), round(width / 2, height / 2, Math.max(2, segments >> 1))),
} as const;

/** A point of a profile drawn by hand: shares of the width and of the height. A smooth one is passed without a corner. */
export interface DrawnPoint {
  in: number;
  up: number;
  smooth: boolean;
}

/** Slopes at the points of a rising sequence that keep a cubic through them rising (F. N. Fritsch and J. Butland, 1984). */
function risingSlopes(at: readonly number[], values: readonly number[]): number[] {
  const step = (i: number) => (at[i + 1] as number) - (at[i] as number);
  const rise = (i: number) => ((values[i + 1] as number) - (values[i] as number)) / step(i);
  const last = at.length - 1;
  return at.map((_, i) => {
    if (i === 0) return rise(0);
    if (i === last) return rise(last - 1);
    const [a, b] = [rise(i - 1), rise(i)];
    if (a * b <= 0) return 0;
    const share = (step(i - 1) + 2 * step(i)) / (3 * (step(i - 1) + step(i)));
    return (a * b) / (share * b + (1 - share) * a);
  });
}

/** One stretch of a drawn profile between corners, as even steps of a cubic through its points. */
function drawnStretch(points: readonly Flat[], width: number, height: number, segments: number): Profile {
  if (points.length === 2) return facets(points.map(([d, h]) => [d * width, h * height]));
  const at = [0];
  for (let i = 1; i < points.length; i++)
    at.push(
      (at[i - 1] as number) +
        Math.max(
          1e-6,
          Math.hypot((points[i] as Flat)[0] - (points[i - 1] as Flat)[0], (points[i] as Flat)[1] - (points[i - 1] as Flat)[1]),
        ),
    );
  const axes = ([0, 1] as const).map((k) => {
    const values = points.map((p) => p[k]);
    return { values, slopes: risingSlopes(at, values) };
  });
  const out: Profile = [];
  for (let i = 0; i + 1 < points.length; i++) {
    const step = (at[i + 1] as number) - (at[i] as number);
    for (let q = i === 0 ? 0 : 1; q <= segments; q++) {
      const t = q / segments;
      const [[d, dd], [h, dh]] = axes.map(({ values, slopes }) => {
        const [p0, p1, m0, m1] = [
          values[i] as number,
          values[i + 1] as number,
          (slopes[i] as number) * step,
          (slopes[i + 1] as number) * step,
        ];
        const value =
          q === segments ? p1 : p0 * (1 + 2 * t) * (1 - t) ** 2 + m0 * t * (1 - t) ** 2 + p1 * t * t * (3 - 2 * t) + m1 * t * t * (t - 1);
        return [value, p0 * 6 * t * (t - 1) + m0 * (1 - t) * (1 - 3 * t) + p1 * 6 * t * (1 - t) + m1 * t * (3 * t - 2)];
      }) as [[number, number], [number, number]];
      const normal = unit(dh * height, dd * width);
      out.push({ distance: d * width, height: h * height, before: normal, after: normal });
    }
  }
  return out;
}

/** A profile through points drawn by hand, from the side wall to the face. Points that run back are put at the distance before them. */
export function drawnProfile(points: readonly DrawnPoint[], width: number, height: number, segments = 8): Profile {
  let reached = 0;
  const through: DrawnPoint[] = [{ in: 0, up: 0, smooth: false }, ...points, { in: 1, up: 1, smooth: false }].map((p) => ({
    ...p,
    in: (reached = Math.max(reached, Math.min(1, p.in))),
  }));
  const stretches: Flat[][] = [];
  let stretch: Flat[] = [];
  for (const { in: d, up: h, smooth } of through) {
    const last = stretch[stretch.length - 1];
    if (last && last[0] === d && last[1] === h) continue;
    stretch.push([d, h]);
    if (!smooth && stretch.length > 1) {
      stretches.push(stretch);
      stretch = [[d, h]];
    }
  }
  const per = Math.max(2, Math.round(segments / Math.max(1, through.length - 1)));
  return stretches.map((points2) => drawnStretch(points2, width, height, per)).reduce((whole, next) => joined(whole, next));
}

/** Two profiles in the same coordinates; the second begins where the first ends. */
function joined(first: Profile, second: Profile): Profile {
  const end = first[first.length - 1] as ProfilePoint;
  const [meeting, ...rest] = second as [ProfilePoint, ...Profile];
  return [...first.slice(0, -1), { ...end, after: meeting.after }, ...rest];
}

/** A profile as a sweep outward meets it: from the face, at its distance from the outline, down and out to the side wall at `reach`. */
export function fromFaceOutward(profile: Profile, reach: number): Profile {
  return [...profile]
    .reverse()
    .map(({ distance, height, before, after }) => ({ distance: Math.max(0, reach - distance), height, before: after, after: before }));
}

export type ProfileKind = keyof typeof PROFILES;
export const PROFILE_KINDS = Object.keys(PROFILES) as ProfileKind[];

/** Total distance that a profile sweeps. */
export const profileWidth = (profile: Profile): number => profile[profile.length - 1]?.distance ?? 0;
/** Total height of a profile. */
export const profileHeight = (profile: Profile): number => profile.reduce((most, point) => Math.max(most, point.height), 0);

const isCorner = ({ before, after }: ProfilePoint): boolean => before[0] * after[0] + before[1] * after[1] < 0.999;

/** Height and normal of a profile at a distance between two of its points. */
function pointAt(profile: Profile, distance: number): ProfilePoint | null {
  const i = profile.findIndex((point, k) => k > 0 && point.distance >= distance && (profile[k - 1] as ProfilePoint).distance <= distance);
  const [from, to] = [profile[i - 1], profile[i]];
  if (!from || !to || to.distance === from.distance) return null;
  const share = (distance - from.distance) / (to.distance - from.distance);
  const normal = unit(from.after[0] + (to.before[0] - from.after[0]) * share, from.after[1] + (to.before[1] - from.after[1]) * share);
  return { distance, height: from.height + (to.height - from.height) * share, before: normal, after: normal };
}

/**
 * The same curve with its points moved along it to distances that another profile has anyway, where there is one near: each ring that two
 * profiles share is one
 * ring less to sweep and to lay. Ends and corners stay.
 * @param fine the same profile with many more points, to find the curve between those of `profile`
 */
export function aligned(profile: Profile, fine: Profile, distances: readonly number[]): Profile {
  let reached = 0;
  return profile.map((point, i) => {
    const [before, after] = [profile[i - 1], profile[i + 1]];
    if (!before || !after || isCorner(point)) return point;
    const low = Math.max(reached, before.distance + 0.4 * (point.distance - before.distance));
    const high = point.distance + 0.4 * (after.distance - point.distance);
    const near = distances
      .filter((d) => d > low && d < high)
      .sort((a, b) => Math.abs(a - point.distance) - Math.abs(b - point.distance))[0];
    const moved = near === undefined ? null : pointAt(fine, near);
    if (!moved) return point;
    reached = moved.distance;
    return moved;
  });
}

/**
 * The same profile with a point at each of the given distances that it reaches; needed where
 * two profiles are cut by one set of wavefront rings.
 */
export function resampled(profile: Profile, distances: readonly number[]): Profile {
  const out: Profile = [];
  profile.forEach((point, i) => {
    const before = profile[i - 1];
    if (before && point.distance > before.distance) {
      for (const d of distances) {
        if (d <= before.distance || d >= point.distance) continue;
        const share = (d - before.distance) / (point.distance - before.distance);
        const normal = unit(
          before.after[0] + (point.before[0] - before.after[0]) * share,
          before.after[1] + (point.before[1] - before.after[1]) * share,
        );
        out.push({ distance: d, height: before.height + (point.height - before.height) * share, before: normal, after: normal });
      }
    }
    out.push(point);
  });
  return out;
}
