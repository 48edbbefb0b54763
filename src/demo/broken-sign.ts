import { straightKey } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { setFallOf } from '@/core/production/edits/fall-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import type { SolvedFall } from '@/core/production/owners/fall';
import type { Picture } from '@/core/production/picture';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf } from '@/core/production/surface';
import { firstCamera } from './first-camera';
import { keys, straight } from './keys';
import { lightTheSet, lightWords } from './light';
import { faceShell } from './shells';
import solved from './broken-sign-fall.json';

/** Frame at which the sign is whole, and at which its picture is right. */
const WHOLE = 98;
const FLOOR = -1.5;

/** The sign as it is before its fall is solved. */
export function standingSign(picture: Picture | null): Production {
  const production = emptyProduction('Lantern Deep, the sign', { width: 1920, height: 1080, rate: '25', length: 175 });
  production.seed = 733;
  addForm(production, 'plate');
  addWordmark(production, 'LANTERN DEEP');
  const [sign, words] = production.marks;
  if (sign?.body.kind !== 'form' || words?.body.kind !== 'words') throw new Error('The demo is not what it should be.');

  sign.name = 'Sign';
  sign.body = { ...sign.body, size: 2.7, shape: { form: 'plate', ratio: 1.9, corner: 0.06 } };
  sign.channels.y.rest = 0.1;
  faceShell(sign, { depth: 0.2, bevel: 34, face: 'ceramic', edge: 'polished-steel', side: 'black-chrome' });

  words.body.font = { source: 'shipped', id: 'anton' };
  words.body.size = 0.34;
  words.body.tracking = 160;
  words.channels.y.rest = -0.8;
  words.channels.z.rest = 0.17;
  faceShell(words, { depth: 0.12, bevel: 12, face: 'gold', edge: 'gold', side: 'brass' });
  const arrival = cascadeFrom(words, 'drop', 'arrival', { from: 94, to: 132 });
  Object.assign(arrival.settings, { order: 'middle', anchor: 'free' });
  addCascade(words, arrival);

  lightTheSet(production, { azimuth: straight(0, -36, 174, 8), turn: straight(0, -14, 174, 12), level: FLOOR });
  lightWords(production, words, { width: 2.6, stops: -3 });
  const { camera, orbit } = firstCamera(production);
  // Along the floor among the pieces at first, then up and back to where the picture is right, and there it stays.
  const move = (from: number, to: number) =>
    keys([
      [0, from, { leave: PACES.settle.leave }],
      [WHOLE - 2, to, { arrive: PACES.settle.arrive, join: 'straight' }],
    ]);
  orbit.channels.azimuth.keys = move(-38, 0);
  orbit.channels.height.keys = move(6, 3);
  orbit.channels.radius.keys = move(3.4, 7.4);
  orbit.channels.pivotY.keys = move(-0.85, -0.1);
  orbit.channels.pivotX.keys = move(-0.6, 0);
  camera.lens.channels.focalLengthMm.rest = 40;
  camera.lens.channels.fStop.rest = 2.8;
  camera.lens.channels.focusDistance.keys = move(3.2, 7.3);

  setFallOf(production, sign, 'pieces', WHOLE);
  Object.assign(sign.fall.settings, {
    pieces: 64,
    cutSeed: 5,
    seconds: 3.4,
    floorY: FLOOR,
    bounce: 0.2,
    friction: 0.6,
    release: 'left',
    over: 1,
    pushZ: 0.9,
    stray: 0.8,
    spin: 90,
  });
  // While they move light plays on the pieces too.
  sign.reveal.channels.own.keys = keys([
    [60, 0.6],
    [WHOLE, 1],
  ]);
  sign.reveal.channels.own.rest = 1;
  Object.assign(sign.reveal.settings, { picture, cameraId: camera.id, frame: WHOLE });
  const [shell] = sign.shells;
  if (shell) shell.surfaces.back = surfaceOf({ material: 'black-chrome' });
  return production;
}

/**
 * A sign that lies in pieces and falls together; as it does, the picture of a lantern in deep water comes together on it, to the pixel
 * where the camera comes to rest. Its fall was solved once (scripts/demo-fall.ts).
 */
export function brokenSign(picture: Picture | null): Production {
  const production = standingSign(picture);
  const { fall } = production.marks[0] as Mark;
  fall.solved = solved satisfies SolvedFall;
  const { seconds } = fall.settings;
  fall.channels.time = {
    rest: 0,
    keys: [
      straightKey(12, seconds, { join: 'eased', leave: { influence: 0.3, speed: 0.4 } }),
      straightKey(WHOLE, 0, { arrive: { influence: 0.4, speed: 0.15 } }),
    ],
  };
  return production;
}
