import { PACES } from '@/core/motion/pace';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { setCues } from '@/core/production/edits/cue-edits';
import { splitShot } from '@/core/production/edits/shot-edits';
import { cameraSchema, type Camera } from '@/core/production/camera';
import { emptyProduction, hueFor, type Production } from '@/core/production/production';
import { lightTheSet, lightWords } from './light';
import { backingShell, faceShell } from './shells';
import { keys, straight } from './keys';
import { LANTERN_FISH } from './lantern-fish';
import { STRIKES } from './sting';

const lastMove = { leave: PACES.settle.leave, arrive: PACES.settle.arrive };

const camera = (n: number, settings: object): Camera =>
  cameraSchema.parse({ id: `camera-${n}`, name: ['Along the jaw', 'Under the lure', 'Hero'][n - 1], hue: hueFor(n + 2), ...settings });

/**
 * A beauty shot of the sign: two close passes and a hero, cut while the camera is still fast; the focus follows the surface that the lens
 * axis meets,
 * and the key light sweeps over the bevels.
 */
export function lureBeauty(): Production {
  const production = emptyProduction('Lantern Deep, the lure', { width: 1920, height: 1080, rate: '25', length: 150 });
  production.seed = 411;
  addOutlineMark(production, 'Lantern fish', LANTERN_FISH);
  addWordmark(production, 'MERROW NINE');
  const [fish, words] = production.marks;
  if (fish?.body.kind !== 'outline' || words?.body.kind !== 'words') throw new Error('The demo is not what it should be.');
  fish.body.size = 1.5;
  fish.channels.y.rest = 0.25;
  faceShell(fish, { depth: 0.34, bevel: 46, face: 'brushed-steel', edge: 'brass', side: 'black-chrome' });
  backingShell(fish, { name: 'Surround', offset: 34, from: -0.22, to: 0.02, profile: 'round', bevel: 24, material: 'black-chrome' });
  words.body.font = { source: 'shipped', id: 'league-gothic' };
  words.body.size = 0.3;
  words.body.tracking = 420;
  words.channels.y.rest = -0.9;
  words.channels.z.rest = 0.05;
  faceShell(words, { depth: 0.1, bevel: 10, face: 'brass', edge: 'brass', side: 'black-chrome' });

  const follows = { on: 'axis', smooth: 10 };
  production.cameras = [
    camera(1, {
      carriers: [
        {
          id: 'slide-1',
          kind: 'slide',
          channels: {
            x: straight(0, -1.15, 48, 0.55),
            y: straight(0, 0.42, 48, 0.2),
            z: straight(0, 1.25, 48, 1.05),
            pan: straight(0, -28, 48, 18),
            tilt: straight(0, -6, 48, -2),
            roll: straight(0, -9, 48, 4),
          },
        },
      ],
      lens: { channels: { focalLengthMm: { rest: 50 }, fStop: { rest: 0.9 }, focusDistance: { rest: 1.2 } } },
      focus: follows,
      iris: { blades: 7, roundness: 0.5 },
    }),
    camera(2, {
      carriers: [
        {
          id: 'orbit-1',
          kind: 'orbit',
          channels: {
            azimuth: straight(36, 44, 86, 8),
            height: straight(36, -24, 86, -10),
            radius: straight(36, 1.35, 86, 1.05),
            roll: straight(36, 7, 86, -3),
            pivotX: straight(36, -0.9, 86, -0.35),
            pivotY: straight(36, 0.7, 86, 0.35),
            pivotZ: { rest: 0.1 },
          },
        },
      ],
      lens: { channels: { focalLengthMm: { rest: 35 }, fStop: { rest: 0.9 }, focusDistance: { rest: 1.2 } } },
      focus: follows,
      iris: { blades: 7, roundness: 0.5 },
    }),
    camera(3, {
      carriers: [
        {
          id: 'orbit-1',
          kind: 'orbit',
          channels: {
            azimuth: {
              rest: 0,
              keys: keys([
                [78, 62, lastMove],
                [143, -7, lastMove],
              ]),
            },
            height: {
              rest: 0,
              keys: keys([
                [78, 14, lastMove],
                [143, 2, lastMove],
              ]),
            },
            radius: {
              rest: 11.8,
              keys: keys([
                [78, 5.4, lastMove],
                [143, 11.8, lastMove],
              ]),
            },
            roll: {
              rest: 0,
              keys: keys([
                [78, 8, lastMove],
                [143, 0, lastMove],
              ]),
            },
            pivotY: { rest: 0.06 },
          },
        },
        // A drift goes on under the settling move.
        { id: 'slide-1', kind: 'slide', channels: { z: straight(78, 0.2, 149, -0.2) } },
      ],
      lens: { channels: { focalLengthMm: { rest: 85 }, fStop: { rest: 2.8 }, focusDistance: { rest: 11 } } },
      focus: { on: 'front', markId: fish.id },
    }),
  ];
  splitShot(production, 0, 'camera-1');
  // On the strikes of the sting, two frames before the moves end: while the camera is still fast (common practice).
  const cues = STRIKES.map((seconds) => Math.round(seconds * 25));
  setCues(production, cues);
  splitShot(production, cues[1] as number, 'camera-2');
  splitShot(production, cues[2] as number, 'camera-3');
  lightTheSet(production, {
    azimuth: straight(0, -75, 149, 55),
    height: 38,
    turn: straight(0, -25, 149, 20),
    level: -1.12,
  });
  lightWords(production, words, { width: 2.6, stops: -3.2 });
  return production;
}
