import { anglesOf, IDENTITY, multiply, panTiltRoll, product, translation, type Mat4 } from '../space/matrix';
import { flatten } from './flatten';
import { uniteOverlapping, type UnitedPiece } from './overlap';
import { placeRings, turnRings, type Ring } from './ring';
import { seatAlong, type Setting } from './setting';
import { setLine, type RunSettings, type SetGlyph } from './text-line';
import type { Typeface } from './typeface';

export type Alignment = 'left' | 'centre' | 'right';

export interface TextSettings {
  text: string;
  /** Height of a capital letter, metres. */
  size: number;
  /** Extra space after each letter, thousandths of an em. */
  tracking: number;
  /** Distance of baselines, as a multiple of the em. */
  leading: number;
  alignment: Alignment;
  runs?: readonly RunSettings[];
  setting?: Setting;
}

/** An outline of a mark that is built as one solid, in metres about its own origin. */
export interface OutlinePiece extends UnitedPiece {
  /** Pose in the mark; where there is none it stands at (x, y), unturned. */
  seat?: Mat4;
  /** Run that colours it, as a position in the list of runs; -1 for none. */
  dress: number;
}

/** A letter as it stands: its frame has the pen's start on the baseline as origin. The end of each line is one without width. */
export interface Letter {
  /** UTF-16 units that it stands for. */
  from: number;
  to: number;
  width: number;
  /** Height of a capital of its size, metres. */
  size: number;
  pose: Mat4;
  line: number;
  /** Place of the pen and of the baseline before the line is bent and runs are moved, metres. */
  x: number;
  baseline: number;
}

export interface Layout {
  pieces: OutlinePiece[];
  /** Size that tolerances refer to, metres: the em. */
  scale: number;
  /** Characters that no face covers, each once. */
  missing: string[];
  letters: Letter[];
  /** Height of the last baseline, metres; null for what has none. */
  baseline: number | null;
}

const moved = (run: RunSettings | undefined): run is RunSettings =>
  run !== undefined && [run.x, run.y, run.z, run.pan, run.tilt, run.roll].some((v) => v !== 0);

const moveAbout = (run: RunSettings, cx: number, cy: number): Mat4 =>
  product(translation(run.x + cx, run.y + cy, run.z), panTiltRoll(run.pan, run.tilt, run.roll), translation(-cx, -cy, 0));

/**
 * Shapes and sets text in lines about the origin: the alignment edge at x = 0 (for `centre`, the middle) and the block
 * centred up and down between the top of the first line's capitals and the last baseline.
 * @param faces the font, and those that stand in for characters it lacks
 */
export function setText(settings: TextSettings, faces: readonly Typeface[], tolerance = 3e-4): Layout {
  const [main] = faces;
  if (!main) throw new RangeError('Text needs a typeface.');
  const { size, text, alignment, runs = [], setting } = settings;
  const em = (main.unitsPerEm * size) / main.capHeight;
  const missing = new Set<string>();
  const leading = settings.leading * em;
  let start = 0;
  const lines = text.split('\n').map((line) => {
    const set = setLine({ line, start, faces, runs, em, tracking: (settings.tracking / 1000) * em }, missing);
    start += line.length + 1;
    return set;
  });
  const height = size + (lines.length - 1) * leading;
  const baselineOf = (line: number) => height / 2 - size - line * leading;
  const shiftOf = (width: number) => (alignment === 'left' ? 0 : alignment === 'right' ? -width : -width / 2);

  const letters = lines.flatMap(({ clusters, width }, line) => {
    const middleOf = runMiddles(clusters, shiftOf(width));
    return clusters.map((cluster): Letter & { run: number } => {
      const { run } = cluster;
      const own = runs[run];
      const x = cluster.x + shiftOf(width);
      const baseline = baselineOf(line);
      const rise = (own?.rise ?? 0) * size;
      const seat = setting && seatAlong(setting, x + cluster.width / 2, baseline + rise);
      let pose = seat ? multiply(seat, translation(-cluster.width / 2, 0, 0)) : translation(x, baseline + rise, 0);
      if (moved(own))
        pose = seat
          ? multiply(pose, moveAbout(own, cluster.width / 2, (size * own.size) / 2))
          : multiply(moveAbout(own, middleOf.get(run) ?? 0, baseline + rise + (size * own.size) / 2), pose);
      return { from: cluster.from, to: cluster.to, width: cluster.width, size: size * (own?.size ?? 1), pose, line, x, baseline, run };
    });
  });
  let first = 0;
  const glyphs = lines.flatMap((line) => {
    const placed = line.glyphs.map((glyph) => ({ ...glyph, letter: letters[first + glyph.cluster] as Letter & { run: number } }));
    first += line.clusters.length;
    return placed;
  });
  return {
    pieces: outlinePieces(glyphs, faces, runs, em, tolerance),
    scale: em,
    missing: [...missing],
    letters: letters.map(({ run: _run, ...letter }) => letter),
    baseline: baselineOf(lines.length - 1),
  };
}

/** Middle of each run's letters in a line, metres. */
function runMiddles(clusters: readonly { run: number; x: number; width: number }[], shift: number): Map<number, number> {
  const ends = new Map<number, [number, number]>();
  for (const { run, x, width } of clusters) {
    const [a, b] = ends.get(run) ?? [Infinity, -Infinity];
    ends.set(run, [Math.min(a, x + shift), Math.max(b, x + shift + width)]);
  }
  return new Map([...ends].map(([run, [a, b]]) => [run, (a + b) / 2]));
}

/** A pose that only turns in the plane of the face keeps its outline in that plane: how far it turns; null for any other. */
function turnInPlane(pose: Mat4): number | null {
  const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
  return Math.abs(panDeg) < 1e-9 && Math.abs(tiltDeg) < 1e-9 && Math.abs(pose[14] as number) < 1e-9 ? rollDeg : null;
}

/**
 * Letters in one plane whose boxes overlap (scripts, tight tracking) are united to one outline, so that none runs through another.
 * Letters that
 * are turned out of the plane, or coloured by themselves, stand alone.
 */
function outlinePieces(
  glyphs: readonly (SetGlyph & { letter: Letter & { run: number } })[],
  faces: readonly Typeface[],
  runs: readonly RunSettings[],
  em: number,
  tolerance: number,
): OutlinePiece[] {
  const outlines = new Map<string, Ring[]>();
  // By their place among all faces, so that equal keys mean equal outlines whatever the text.
  const faceIds = new Map<Typeface, number>();
  for (const face of [...faces, ...runs.flatMap((run) => run.faces ?? [])]) if (!faceIds.has(face)) faceIds.set(face, faceIds.size);
  const inPlane = new Map<number, { id: string; rings: Ring[]; x: number; y: number }[]>();
  const free: OutlinePiece[] = [];
  for (const { face, glyph, dx, dy, unit, letter } of glyphs) {
    let id = `${faceIds.get(face)}/${glyph}/${unit.toPrecision(9)}`;
    let rings = outlines.get(id);
    if (!rings)
      outlines.set(id, (rings = placeRings(flatten(face.outline(glyph), { tolerance: face.unitsPerEm * tolerance }), unit, 0, 0)));
    if (rings.length === 0) continue;
    const dress = runs[letter.run]?.dressed ? letter.run : -1;
    const pose = multiply(letter.pose, translation(dx, dy, 0));
    const turn = turnInPlane(pose);
    if (turn === null) {
      // United all the same: a variable font's glyph has contours that overlap each other.
      for (const piece of uniteOverlapping([{ id, rings, x: 0, y: 0 }], em)) free.push({ ...piece, seat: pose, dress });
      continue;
    }
    if (turn !== 0) {
      id = `${id}/${turn.toFixed(6)}`;
      rings = turnRings(rings, turn);
    }
    const standing = inPlane.get(dress) ?? [];
    inPlane.set(dress, standing);
    standing.push({ id, rings, x: pose[12] as number, y: pose[13] as number });
  }
  return [...[...inPlane].flatMap(([dress, standing]) => uniteOverlapping(standing, em).map((piece) => ({ ...piece, dress }))), ...free];
}

/** Pose of a piece in its mark. */
export const seatOf = ({ seat, x, y }: Pick<OutlinePiece, 'seat' | 'x' | 'y'>): Mat4 =>
  seat ? multiply(seat, translation(x, y, 0)) : x === 0 && y === 0 ? IDENTITY : translation(x, y, 0);
