import type { EditEvent } from './edit-list.ts';
import type { Pictures, SmallFrame } from './measure.ts';
import { isAtRest } from './measure.ts';
import type { Facts } from './probe.ts';
import type { Station } from './stations.ts';

/** One point of a report. */
export interface Point {
  point: string;
  label: string;
  verdict: 'accepted' | 'remarked' | 'refused';
  /** What was found, and what is asked for, in words. */
  found: string;
  wanted: string;
}

/** Everything that was read of a delivery. */
export interface Reading {
  /** Name of its file, without the ending, and the ending. */
  name: string;
  ending: string;
  /** What whoever delivers says of it. */
  declared: { frames: number; rate: string };
  facts: Facts;
  pictures: Pictures;
  frames: readonly SmallFrame[];
  alpha: { least: number; most: number } | null;
  /** Null where there is no sound, or none that is loud enough to be told. */
  loudness: { integrated: number; peak: number } | null;
  /** Null where none came. */
  edits: readonly EditEvent[] | null;
}

type Check = (station: Station, reading: Reading) => Point | null;

const point = (name: string, label: string, isGood: boolean, found: string, wanted: string, bad: Point['verdict'] = 'refused'): Point => ({
  point: name,
  label,
  verdict: isGood ? 'accepted' : bad,
  found,
  wanted,
});

/** Frames a second of a rate that is told as a fraction. */
export const perSecond = (rate: string): number => {
  const [above = 0, below = 1] = rate.split('/').map(Number);
  return above / below;
};

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.01 ? 2 : 1)} %`;

const naming: Check = ({ naming: { pattern, words } }, { name }) => point('naming', 'Name', pattern.test(name), `“${name}”`, words);

const kind: Check = ({ codecs, endings }, { ending, facts: { codec } }) =>
  point(
    'kind',
    'Kind of file',
    codecs.includes(codec) && endings.includes(ending),
    `${codec} in .${ending}`,
    `${codecs.join(', ')} in ${endings.map((each) => `.${each}`).join(', ')}`,
  );

const size: Check = ({ maxBytes }, { facts: { bytes } }) =>
  point('size', 'Size of the file', bytes <= maxBytes, `${(bytes / 1e6).toFixed(1)} MB`, `at most ${maxBytes / 1e6} MB`);

const raster: Check = ({ rasters }, { facts: { width, height } }) =>
  point(
    'raster',
    'Raster',
    rasters.some(([w, h]) => w === width && h === height),
    `${width} × ${height}`,
    rasters.map(([w, h]) => `${w} × ${h}`).join(', '),
  );

const rate: Check = ({ rates }, { facts, declared }) =>
  point(
    'rate',
    'Frames a second',
    rates.includes(facts.rate) && Math.abs(perSecond(facts.rate) - perSecond(declared.rate)) < 1e-6,
    facts.rate,
    `${rates.join(', ')}, as declared: ${declared.rate}`,
  );

const length: Check = ({ seconds: [least, most] }, { facts, declared }) => {
  const lasts = facts.frames / perSecond(facts.rate);
  return point(
    'length',
    'Length',
    facts.frames === declared.frames && lasts >= least && lasts <= most,
    `${facts.frames} frames, ${lasts.toFixed(2)} s`,
    `${declared.frames} frames as declared, ${least} to ${most} s`,
  );
};

const bits: Check = ({ bits: least }, { facts }) => point('bits', 'Bits', facts.bits >= least, String(facts.bits), `at least ${least}`);

/** Files that hold RGB have no matrix; the others say BT.709 all through. */
const colour: Check = (_station, { facts: { colour: tags, pixels } }) => {
  const isRgb = /^(gbr|rgb|bgr)/.test(pixels);
  const good = isRgb
    ? [tags.primaries, tags.transfer].every((tag) => tag === 'bt709' || tag === 'iec61966-2-1')
    : tags.primaries === 'bt709' && tags.transfer === 'bt709' && tags.matrix === 'bt709' && tags.range === 'tv';
  const found = isRgb ? `RGB, ${tags.primaries}, ${tags.transfer}` : Object.values(tags).join(', ');
  return point('colour', 'Colour tags', good, found, isRgb ? 'BT.709 primaries and a transfer that is said' : 'bt709, bt709, bt709, tv');
};

const alpha: Check = ({ alpha: wanted }, { facts, alpha: seen }) => {
  if (wanted === 'refused') return point('alpha', 'Transparency', !facts.hasAlpha, facts.hasAlpha ? 'there is some' : 'none', 'none');
  const used = seen !== null && seen.least < seen.most;
  const found = !facts.hasAlpha ? 'none' : used ? `from ${seen.least} to ${seen.most} of 255` : 'the same all over';
  return point('alpha', 'Transparency', facts.hasAlpha && used, found, 'some that is used');
};

/** EBU R 103: at most one sample of a hundred may lie outside. */
const levels: Check = (
  _station,
  {
    pictures: {
      levels: { outside, at },
    },
  },
) =>
  point('levels', 'Levels', outside <= 0.01, `${percent(outside)} outside, at frame ${at}`, 'at most 1 % of a frame outside (EBU R 103)');

/**
 * ffmpeg's filter for photosensitivity adds up changes over a second; 1 is where it begins to dampen, which one hard cut passes. Three full
 * flashes in a second are about 12, three of a tenth of that contrast about 2.
 */
const FLASHES = { passes: 2, isRemarked: 6 };

const flashes: Check = (
  _station,
  {
    pictures: {
      flashes: { badness, at },
    },
  },
) =>
  point(
    'flashes',
    'Flashes',
    badness <= FLASHES.passes,
    `${badness.toFixed(1)}, the most at frame ${at}`,
    `at most ${FLASHES.passes} (photosensitivity, as ffmpeg measures it over a second)`,
    badness <= FLASHES.isRemarked ? 'remarked' : 'refused',
  );

/** Where the picture rests, what has sharp edges is there to be read. */
const safe: Check = (_station, { frames }) => {
  const resting = frames.map((frame, at) => ({ ...frame, at })).filter((frame) => frame.at > 0 && isAtRest(frame));
  const worst = resting.reduce<(typeof resting)[number] | null>((most, frame) => (most && most.edges >= frame.edges ? most : frame), null);
  if (!worst) return point('safe', 'Safe area', true, 'the picture never rests', 'nothing to be read within 5 % of the edges (EBU R 95)');
  const found = `${percent(worst.edges)} of the outermost 5 % are edges, at frame ${worst.at}`;
  return point('safe', 'Safe area', worst.edges < 0.02, found, 'nothing to be read within 5 % of the edges (EBU R 95)', 'remarked');
};

const loudness: Check = ({ loudness: asked }, { facts, loudness: found }) => {
  if (!asked)
    return point('loudness', 'Sound', facts.sound === null, facts.sound ? 'there is some' : 'silent', 'delivered silent', 'remarked');
  const { target, tolerance, peak } = asked;
  const wanted = `${target} LUFS ± ${tolerance}, true peak at most ${peak} dBTP (EBU R 128), 48 kHz`;
  if (!facts.sound) return point('loudness', 'Sound', false, 'there is none', wanted);
  if (!found) return point('loudness', 'Sound', false, 'too quiet to be measured', wanted);
  const good = Math.abs(found.integrated - target) <= tolerance && found.peak <= peak && facts.sound.rate === 48_000;
  return point(
    'loudness',
    'Sound',
    good,
    `${found.integrated.toFixed(1)} LUFS, ${found.peak.toFixed(1)} dBTP, ${facts.sound.rate} Hz`,
    wanted,
  );
};

/** A change that is several times as large as those about it is a cut. */
const CUT_TIMES = 2.5;
const CUT_LEAST = 2;

function isCut(frames: readonly SmallFrame[], at: number): boolean {
  const change = frames[at]?.change ?? 0;
  const around = [at - 2, at - 1, at + 1, at + 2].flatMap((i) => (i > 0 && frames[i] ? [frames[i].change] : []));
  const usual = around.length > 0 ? [...around].sort((a, b) => a - b)[Math.floor(around.length / 2)] : 0;
  return change >= CUT_LEAST && change >= CUT_TIMES * (usual ?? 0);
}

const edits: Check = ({ editList }, { edits: events, frames }) => {
  if (!events) return editList ? point('edits', 'Edit list', false, 'none came', 'one that agrees with the picture') : null;
  const wanted = 'every cut where it says, and as long as the picture';
  const missing = events.slice(1).filter(({ from }) => !isCut(frames, from));
  const end = events.at(-1)?.to ?? 0;
  if (end !== frames.length) return point('edits', 'Edit list', false, `it ends at frame ${end}, the picture at ${frames.length}`, wanted);
  const [first] = missing;
  return first
    ? point('edits', 'Edit list', false, `no cut is seen at frame ${first.from} (event ${first.number})`, wanted, 'remarked')
    : point('edits', 'Edit list', true, `${events.length} ${events.length === 1 ? 'event' : 'events'}, as in the picture`, wanted);
};

/** Everything that is looked at, in the order in which it is told. */
const CHECKS: readonly Check[] = [naming, kind, size, raster, rate, length, bits, colour, alpha, levels, flashes, safe, loudness, edits];

export const pointsOf = (station: Station, reading: Reading): Point[] => CHECKS.flatMap((check) => check(station, reading) ?? []);
