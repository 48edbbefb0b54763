import { at, type Value } from '@/core/motion/channel';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import type { CascadeStartName } from '@/core/production/cascade-starts';
import type { Mark } from '@/core/production/mark';
import type { Cascade, CascadeSettings } from '@/core/production/owners/cascade';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf } from '@/core/production/surface';
import { ofKind } from '@/core/schema/owner-kind';
import { firstCamera } from './first-camera';
import { keys, straight } from './keys';
import { backingShell, faceShell } from './shells';

/** Metres from one line to the next, in depth. */
const STEP = 9;
const OUTLINE = 'shell-2';
const FRONT = 'shell-1';

interface Turn {
  start: CascadeStartName;
  from: number;
  to: number;
  way?: 'arrival' | 'exit';
  channels?: Partial<Record<keyof Cascade['channels'], Value>>;
  settings?: Partial<CascadeSettings>;
}

function turns(mark: Mark, list: readonly Turn[]): void {
  for (const { start, from, to, way = 'arrival', channels = {}, settings = {} } of list) {
    const cascade = cascadeFrom(mark, start, way, { from, to });
    for (const [name, value] of Object.entries(channels)) Object.assign(cascade.channels, { [name]: at(value) });
    Object.assign(cascade.settings, { anchor: 'free', ...settings });
    addCascade(mark, cascade);
  }
}

/** A solid front, and an outline behind it that is wider than it. */
function lineOfType(production: Production, text: string, index: number, size: number): Mark {
  addWordmark(production, text);
  const mark = production.marks[index];
  if (mark?.body.kind !== 'words') throw new Error('The demo is not what it should be.');
  mark.body.font = { source: 'shipped', id: 'archivo-black' };
  mark.body.size = size;
  mark.body.tracking = 24;
  mark.channels.y.rest = 0;
  mark.channels.z.rest = 0 - STEP * index;
  faceShell(mark, { depth: 0.16 * size, bevel: 26 * size, face: 'ceramic', edge: 'polished-steel', side: 'black-chrome' });
  backingShell(mark, {
    name: 'Outline',
    offset: 46 * size,
    from: -0.26 * size,
    to: -0.14 * size,
    profile: 'round',
    bevel: 14 * size,
    material: 'gold',
  });
  const outline = mark.shells[1];
  if (outline) outline.rim = 40 * size;
  return mark;
}

/**
 * Type alone: a sentence of four lines in depth, each a solid front with an outline behind. They come by word and by letter, in front and
 * behind each in their own way, and leave past the lens as the camera goes on to the next.
 */
export function fourLines(): Production {
  const production = emptyProduction('Lantern Deep, four lines', { width: 1920, height: 1080, rate: '25', length: 290 });
  production.seed = 411;
  const first = lineOfType(production, 'WHERE THE LIGHT ENDS', 0, 0.36);
  const second = lineOfType(production, 'SOMETHING KEEPS', 1, 0.46);
  const third = lineOfType(production, 'A LANTERN', 2, 0.7);
  const fourth = lineOfType(production, 'BURNING', 3, 0.96);

  turns(first, [
    { start: 'rise', from: 2, to: 34, settings: { of: 'words', shellId: FRONT } },
    { start: 'deep', from: 14, to: 52, channels: { z: -2.4 }, settings: { shellId: OUTLINE, order: 'middle' } },
    { start: 'lens', from: 76, to: 100, way: 'exit', channels: { z: 8 } },
  ]);
  turns(second, [
    { start: 'unfold', from: 82, to: 116, settings: { shellId: FRONT } },
    { start: 'typed', from: 90, to: 122, settings: { shellId: OUTLINE } },
    { start: 'lens', from: 146, to: 168, way: 'exit', channels: { z: 8 }, settings: { order: 'edges' } },
  ]);
  turns(third, [
    { start: 'gather', from: 148, to: 190, channels: { scatter: 2.2 }, settings: { shellId: FRONT } },
    { start: 'grow', from: 164, to: 196, settings: { shellId: OUTLINE, order: 'middle' } },
    { start: 'lens', from: 216, to: 236, way: 'exit', channels: { z: 8 }, settings: { order: 'random' } },
  ]);
  // The last word lights up, and breathes.
  const [front] = fourth.shells;
  if (front) front.surfaces.face = surfaceOf({ material: 'glow', colour: '#ff9a3d', glow: 0.5 });
  turns(fourth, [
    { start: 'grow', from: 218, to: 246, settings: { shellId: OUTLINE, order: 'edges' } },
    { start: 'flash', from: 224, to: 266, channels: { glow: 9 }, settings: { shellId: FRONT } },
    { start: 'drop', from: 222, to: 254, channels: { y: 1.6 }, settings: { shellId: FRONT, order: 'random' } },
  ]);

  // Light from far off, alike for all four.
  const [floor, dome, key] = [ofKind(production.set, 'floor'), ofKind(production.set, 'dome'), ofKind(production.lights, 'sun')];
  if (!floor || !dome || !key) throw new Error('The demo is not what it should be.');
  floor.channels.on.rest = false;
  dome.channels.strength.rest = 0.75;
  key.channels.azimuth.keys = straight(0, -52, 289, 38).keys;
  dome.channels.turn.keys = straight(0, -30, 289, 24).keys;

  const { camera, orbit } = firstCamera(production);
  const stops = (values: readonly [number, number, number, number]) =>
    keys([
      [0, values[0]],
      [72, values[0] * 0.98],
      [110, values[1]],
      [142, values[1] * 1.01],
      [180, values[2]],
      [212, values[2] * 1.005],
      [248, values[3]],
      [289, values[3] * 1.004],
    ]);
  orbit.channels.pivotZ.keys = stops([-0.02, -STEP, -2 * STEP, -3 * STEP]);
  orbit.channels.azimuth.keys = stops([-16, 13, -9, 4]);
  orbit.channels.height.keys = stops([-3, 4, -4, 2]);
  const away = keys([
    [0, 9.2],
    [72, 8.6],
    [142, 8.4],
    [212, 7.5],
    [248, 8.3],
    [289, 7.8],
  ]);
  orbit.channels.radius.keys = away;
  camera.lens.channels.focalLengthMm.rest = 32;
  camera.lens.channels.fStop.rest = 2.8;
  camera.lens.channels.focusDistance.keys = away;
  return production;
}
