/**
 * The rules of three invented stations, each a house of its own kind. They are told to nobody but the intake: whoever delivers learns of
 * them by the report. A new station is one entry.
 */

export interface Station {
  id: string;
  name: string;
  /** What it is for, in words. */
  note: string;
  /** Names of codecs and endings that are taken, as ffprobe tells them. */
  codecs: readonly string[];
  endings: readonly string[];
  rasters: readonly (readonly [width: number, height: number])[];
  /** Frames a second, as fractions. */
  rates: readonly string[];
  /** Least bits of a sample. */
  bits: number;
  /** Whether pictures have to be transparent, must not be, or may. */
  alpha: 'needed' | 'refused';
  /** Seconds, first and last that are taken. */
  seconds: readonly [least: number, most: number];
  /** Loudness that is asked for, LUFS, by how much it may miss it, and the highest true peak, dBTP; null where it is delivered silent. */
  loudness: { target: number; tolerance: number; peak: number } | null;
  /** What a file is called, without its ending. */
  naming: { pattern: RegExp; words: string };
  /** Whether an edit list has to come with it. */
  editList: boolean;
  /** Largest file, bytes. */
  maxBytes: number;
}

const GB = 1e9;

export const STATIONS: readonly Station[] = [
  {
    id: 'merrow-nine',
    name: 'Merrow Nine, playout',
    note: 'the channel itself: HD at 25 frames a second, in high quality, with sound',
    codecs: ['prores', 'dnxhd', 'ffv1'],
    endings: ['mov', 'mkv', 'mxf'],
    rasters: [[1920, 1080]],
    rates: ['25/1'],
    bits: 10,
    alpha: 'refused',
    seconds: [1, 60],
    // EBU R 128: -23 LUFS within half a unit, true peak at most -1 dBTP.
    loudness: { target: -23, tolerance: 0.5, peak: -1 },
    naming: { pattern: /^[\p{L}\p{N} ._,-]{4,60}$/u, words: '4 to 60 letters, digits, spaces, dots, commas and dashes' },
    editList: true,
    maxBytes: 4 * GB,
  },
  {
    id: 'saltmarsh',
    name: 'Saltmarsh Regional, graphics',
    note: 'lays titles over its own pictures: transparent, silent, at any rate of its region',
    codecs: ['prores', 'ffv1'],
    endings: ['mov', 'mkv'],
    rasters: [
      [1920, 1080],
      [3840, 2160],
    ],
    rates: ['25/1', '50/1', '30000/1001', '60000/1001'],
    bits: 10,
    alpha: 'needed',
    seconds: [0.4, 120],
    loudness: null,
    naming: { pattern: /^[A-Za-z0-9][A-Za-z0-9 _-]{2,31}$/, words: '3 to 32 letters of the Latin alphabet, digits, spaces and dashes' },
    editList: false,
    maxBytes: 4 * GB,
  },
  {
    id: 'quayside',
    name: 'Quayside Screens',
    note: 'screens along the harbour and in hands: upright, square or wide, small files',
    codecs: ['h264', 'vp9'],
    endings: ['mp4', 'webm'],
    rasters: [
      [1080, 1920],
      [1080, 1350],
      [1080, 1080],
      [1920, 1080],
      [1280, 720],
    ],
    rates: ['24/1', '25/1', '30/1', '30000/1001', '50/1', '60/1'],
    bits: 8,
    alpha: 'refused',
    seconds: [1, 20],
    loudness: null,
    naming: { pattern: /^[^\s].{2,79}$/u, words: '3 to 80 characters' },
    editList: false,
    maxBytes: 0.1 * GB,
  },
];
