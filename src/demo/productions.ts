import type { Join, Key } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { setCues } from '@/core/production/edits/cue-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { soundSchema, type Sound } from '@/core/production/sound';
import type { Picture } from '@/core/production/picture';
import { brokenSign } from './broken-sign';
import { firstCamera } from './first-camera';
import { fourLines } from './four-lines';
import { glassSign } from './glass-sign';
import { globeIdent } from './globe';
import { graded } from './grades';
import { identVersions } from './ident-versions';
import { lightTheSet, lightWords } from './light';
import { backingShell, faceShell } from './shells';
import { keys, straight } from './keys';
import { LANTERN_FISH } from './lantern-fish';
import { lureBeauty } from './lure';
import { plunge } from './plunge';
import { stingLevels, STING_SECONDS, STRIKES } from './sting';

/** From here on the ident stands still: half a second and a little more to cut on. */
const SETTLED = 136;

/**
 * The six-second ident of the season: two close raking passes that do not give the words away,
 * a fast move out, and a long settling hero with the sign above.
 */
function lanternDeepIdent(): Production {
  const production = emptyProduction('Lantern Deep, ident A', { width: 1920, height: 1080, rate: '25', length: 150 });
  production.seed = 1907;

  addWordmark(production, 'LANTERN');
  addWordmark(production, 'DEEP');
  addOutlineMark(production, 'Lantern fish', LANTERN_FISH);
  const [lantern, deep, fish] = production.marks;
  if (lantern?.body.kind !== 'words' || deep?.body.kind !== 'words' || !fish) throw new Error('The demo is not what it should be.');

  lantern.body.font = { source: 'shipped', id: 'anton' };
  lantern.body.tracking = 72;
  lantern.channels.y.rest = 0;
  deep.body.font = { source: 'shipped', id: 'anton' };
  deep.body.size = 0.62;
  deep.body.tracking = 640;
  deep.channels.y.rest = -1.02;
  deep.channels.z.rest = 0.12;
  if (fish.body.kind === 'outline') fish.body.size = 1.05;
  fish.channels.y.rest = 1.26;
  fish.channels.z.rest = -0.1;

  faceShell(lantern, { depth: 0.34, bevel: 34, face: 'polished-steel', edge: 'polished-steel', side: 'black-chrome' });
  faceShell(deep, { depth: 0.24, bevel: 20, face: 'brass', edge: 'brass', side: 'black-chrome' });
  faceShell(fish, { depth: 0.26, bevel: 26, face: 'polished-steel', edge: 'brass', side: 'black-chrome' });
  // A bolder black surround set back behind the letters, and a thin plate of brass behind that: three shells, each with its own bevel.
  backingShell(lantern, { name: 'Surround', offset: 26, from: -0.2, to: 0.04, profile: 'ogee', bevel: 26, material: 'black-chrome' });
  backingShell(lantern, { name: 'Plate', offset: 36, from: -0.25, to: -0.16, profile: 'chamfer', bevel: 10, material: 'brass' });
  backingShell(fish, { name: 'Surround', offset: 30, from: -0.16, to: 0.03, profile: 'round', bevel: 18, material: 'black-chrome' });

  const rakeIn = { join: 'straight' as Join };
  const out = { leave: PACES.settle.leave, arrive: PACES.settle.arrive };
  const { camera, orbit } = firstCamera(production);
  const station = (values: [number, number, number, number]): Key[] =>
    keys([
      [0, values[0], rakeIn],
      [50, values[1], { join: 'flowing' }],
      [84, values[2], { leave: PACES.settle.leave, arrive: { influence: 0.3, speed: 1 } }],
      [SETTLED, values[3], out],
    ]);
  orbit.channels.azimuth.keys = station([-66, -47, 52, -5]);
  orbit.channels.height.keys = station([12, -3, -9, -2.2]);
  orbit.channels.radius.keys = station([0.95, 0.9, 0.85, 6.3]);
  orbit.channels.roll.keys = station([-14, -7, 9, 0]);
  orbit.channels.pivotX.keys = station([-1.1, 0.5, -0.3, 0]);
  orbit.channels.pivotY.keys = station([0.12, -0.05, -1.0, 0.2]);
  orbit.channels.pivotZ.keys = station([0.17, 0.17, 0.24, 0.1]);

  camera.lens.channels.focalLengthMm.rest = 35;
  camera.lens.channels.focusDistance.keys = station([0.95, 0.88, 0.83, 6.2]);
  camera.lens.channels.fStop.keys = station([1.4, 1.4, 1.4, 2]);

  lightTheSet(production, {
    azimuth: straight(0, -62, SETTLED, 28),
    turn: straight(0, -18, SETTLED, 14),
    level: -1.42,
  });
  lightWords(production, deep, { width: 2.66, stops: -3 });
  setCues(
    production,
    STRIKES.map((seconds) => Math.round(seconds * 25)),
  );
  identVersions(production);
  return production;
}

/**
 * The productions that an empty data folder is filled with when asked.
 * @param picture what is thrown on the sign; kept by the server, which knows its hash
 */
export const demoProductions = (picture: Picture | null = null): Production[] =>
  [lanternDeepIdent(), lureBeauty(), plunge(), glassSign(), globeIdent(), fourLines(), brokenSign(picture)].map(graded);

/** Brings the sting to -23 LUFS, as broadcasters ask for (EBU R 128). */
const STING_GAIN_DB = -3;

/** The season's sting under the ident; the file is kept by the server, which knows its hash. */
export const stingSound = (hash: string): Sound =>
  soundSchema.parse({
    hash,
    name: 'Lantern Deep sting.wav',
    seconds: STING_SECONDS,
    from: 0,
    levels: stingLevels(),
    gainDb: STING_GAIN_DB,
  });
