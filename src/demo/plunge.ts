import { PACES } from '@/core/motion/pace';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import { addLight } from '@/core/production/edits/light-edits';
import { cameraSchema } from '@/core/production/camera';
import { emptyProduction, hueFor, type Production } from '@/core/production/production';
import { surfaceOf } from '@/core/production/surface';
import { ofKind } from '@/core/schema/owner-kind';
import { lightTheSet } from './light';
import { backingShell, faceShell } from './shells';
import { keys, straight } from './keys';

/** From here on it stands still, long enough to be read. */
const SETTLED = 108;

/** A word seen through a very wide lens that rides on it as it plunges and rolls; carried roughly, and hit when it lands. */
export function plunge(): Production {
  const production = emptyProduction('Lantern Deep, plunge', { width: 1920, height: 1080, rate: '25', length: 125 });
  production.seed = 73;
  addWordmark(production, 'PLUNGE');
  for (let i = 0; i < 2; i++) addForm(production, 'ring');
  const [word, ...rings] = production.marks;
  if (word?.body.kind !== 'words') throw new Error('The demo is not what it should be.');
  word.body.font = { source: 'shipped', id: 'archivo-black' };
  word.body.tracking = 20;
  faceShell(word, { depth: 0.5, bevel: 26, face: 'lacquer', edge: 'polished-steel', side: 'black-chrome' });
  const [front] = word.shells;
  if (front) front.surfaces.face = surfaceOf({ material: 'lacquer', colour: '#e2a63f' });
  backingShell(word, { name: 'Surround', offset: 28, from: -0.3, to: 0.06, profile: 'chamfer', bevel: 16, material: 'black-chrome' });
  word.channels.y.keys = keys([
    [0, 5],
    [64, -1.6, { arrive: PACES.launch.arrive, leave: { influence: 0.2, speed: 0 } }],
    [72, -1.2],
    [82, -1.4],
  ]);
  word.channels.z.keys = keys([
    [0, -3.5, { leave: { influence: 0.4, speed: 0 } }],
    [64, 0.2, { arrive: { influence: 0.2, speed: 1.4 } }],
    [82, 0.3],
  ]);
  word.channels.roll.keys = keys([
    [0, -24],
    [64, 5, { arrive: { influence: 0.3, speed: 1 } }],
    [74, -1.5],
    [84, 0],
  ]);
  word.channels.tilt.keys = keys([
    [0, 26],
    [64, -3],
    [84, 0],
  ]);
  // Rings of the well it falls through.
  rings.forEach((ring, i) => {
    ring.channels.y.rest = 3.3 - i * 2.2;
    ring.channels.z.rest = -2.5 + i * 1.3;
    ring.channels.tilt.rest = -78;
    if (ring.body.kind === 'form') ring.body = { ...ring.body, size: 7, shape: { form: 'ring', thickness: 0.14 } };
    faceShell(ring, { depth: 0.2, bevel: 30, face: i === 1 ? 'brass' : 'black-chrome', edge: 'polished-steel', side: 'black-chrome' });
  });
  production.cameras = [
    cameraSchema.parse({
      id: 'camera-1',
      name: 'On the word',
      hue: hueFor(6),
      carriers: [
        {
          id: 'ride-1',
          kind: 'ride',
          channels: {
            weight: {
              rest: 1,
              keys: keys([
                [58, 1, { join: 'eased' }],
                [70, 0.55, { join: 'eased' }],
              ]),
            },
          },
          settings: { markId: word.id, from: 84 },
        },
        {
          id: 'orbit-1',
          kind: 'orbit',
          channels: {
            azimuth: {
              rest: 0,
              keys: keys([
                [0, -34],
                [64, 8, PACES.glide],
                [99, 0],
              ]),
            },
            height: {
              rest: 0,
              keys: keys([
                [0, 20],
                [64, -6],
                [99, -3],
              ]),
            },
            radius: {
              rest: 1.7,
              keys: keys([
                [0, 1.5],
                [60, 1.35],
                [99, 3.6, { arrive: { influence: 0.7, speed: 0 } }],
              ]),
            },
            pivotY: { rest: -0.98 },
            pivotZ: { rest: 0.3 },
          },
        },
        {
          id: 'shake-1',
          kind: 'shake',
          channels: {
            amount: {
              rest: 0.5,
              keys: keys([
                [0, 0.7],
                [60, 1.2],
                [90, 0.25],
                [SETTLED, 0],
              ]),
            },
          },
          settings: { preset: 'running', seed: 12 },
        },
        {
          id: 'shake-2',
          kind: 'shake',
          channels: {
            amount: {
              rest: 1.4,
              keys: keys([
                [90, 1.4],
                [SETTLED, 0],
              ]),
            },
          },
          settings: { preset: 'hit', seed: 5, at: 64 },
        },
      ],
      lens: {
        channels: {
          focalLengthMm: {
            rest: 15,
            keys: keys([
              [0, 9],
              [64, 12],
              [99, 15],
            ]),
          },
          fStop: { rest: 1.4 },
          focusDistance: { rest: 1.4 },
        },
      },
      focus: { on: 'nearest', markId: word.id, smooth: 8 },
    }),
  ];
  lightTheSet(production, { azimuth: straight(0, 40, SETTLED, -20), level: -1.95 });
  // On the face alone, from so high that its lacquer does not mirror it into the lens.
  addLight(production, 'area', {
    name: 'On the word',
    channels: { x: 0.4, y: 2.6, z: 3, width: 3.4, height: 0.8, stops: 1 },
    settings: { aim: { on: 'point', x: 0, y: -1, z: 0.3 }, links: { of: 'only', marks: [{ markId: word.id }] }, shadows: false },
  });
  // Daylight that falls into the well from above, seen in the water.
  addLight(production, 'spot', {
    name: 'From above',
    channels: { x: 1.6, y: 7.5, z: -3.4, spread: 34, edge: 0.4, stops: 6, colour: '#9fd8e6' },
    settings: { aim: { on: 'point', x: 0, y: -1, z: -0.6 } },
  });
  const haze = ofKind(production.set, 'haze');
  if (haze) {
    const { on, half, colour, beams, onward, deep } = haze.channels;
    [on.rest, half.rest, colour.rest, beams.rest, onward.rest, deep.rest] = [true, 16, '#0b2029', 0.2, 0.4, 24];
  }
  return production;
}
