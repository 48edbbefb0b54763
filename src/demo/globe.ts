import { allAt } from '@/core/motion/channel';
import { addBody, addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { addPattern } from '@/core/production/edits/pattern-edits';
import { addLight } from '@/core/production/edits/light-edits';
import type { PatternKindName } from '@/core/production/owners/patterns/patterns';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf, type Surface } from '@/core/production/surface';
import { ofKind } from '@/core/schema/owner-kind';
import { REGIONS } from '@/core/solid/mesh';
import { firstCamera } from './first-camera';
import { settlingAt, straight } from './keys';
import { faceShell } from './shells';

function lay(surface: Surface, kind: PatternKindName, colour: string, channels: Record<string, number>): void {
  addPattern(surface, kind);
  const pattern = surface.patterns[surface.patterns.length - 1];
  if (pattern) Object.assign(pattern.channels, allAt(channels), { colour: { rest: colour, keys: [] } });
}

/** Sea, land, clouds and the lights of towns, with air at the rim. */
function earth(sun: { azimuth: number; height: number }): Surface {
  const surface = surfaceOf({ material: 'plastic', colour: '#0b2a44', roughness: 0.3 });
  lay(surface, 'land', '#586446', { tints: 1, roughens: 0.45, relief: 5 });
  lay(surface, 'noise', '#eef3f5', { size: 0.42, amount: 0.34, edge: 0.45, tints: 0.92, roughens: 0.5 });
  lay(surface, 'cities', '#ffbe6a', { tints: 1, glows: 7, amount: 0.6, ...sun });
  lay(surface, 'rim', '#5aa4f0', { tints: 0.8, glows: 0.5, amount: 0.3 });
  return surface;
}

/** The channel's name travels round the earth and comes to rest before it, half of that in night. */
export function globeIdent(): Production {
  const production = emptyProduction('Merrow Nine, round the world', { width: 1920, height: 1080, rate: '25', length: 150 });
  production.seed = 360;
  const globeId = addBody(production, 'ball');
  const wordsId = addWordmark(production, 'MERROW NINE');
  const sun = { azimuth: -62, height: 24 };
  changeMark(production, globeId, (globe) => {
    if (globe.body.kind !== 'body') return;
    globe.body.shape = { body: 'ball', radius: 1.25 };
    const [shell] = globe.shells;
    if (shell) for (const region of REGIONS) shell.surfaces[region] = earth(sun);
    globe.channels.pan.keys = straight(0, -70, 149, 4).keys;
    globe.channels.tilt.rest = 12;
  });
  changeMark(production, wordsId, (words) => {
    if (words.body.kind !== 'words') return;
    words.body.font = { source: 'shipped', id: 'archivo-black' };
    words.body.size = 0.32;
    words.body.tracking = 60;
    words.body.setting = { along: 'ring', radius: 1.72, start: 0, facing: 'out' };
    words.channels.y.rest = -0.1;
    words.channels.x.rest = 0;
    words.channels.z.rest = 0;
    words.channels.roll.rest = -7;
    words.channels.travel.keys = settlingAt(118, -210, 0);
    faceShell(words, { depth: 0.12, bevel: 14, face: 'gold', edge: 'chrome', side: 'black-chrome' });
  });
  production.lights = [];
  addLight(production, 'sun', { name: 'Sun', channels: { ...sun, strength: 3.2, softness: 1 } });
  addLight(production, 'area', { name: 'On the words', channels: { x: 2.6, y: 2.4, z: 4.2, width: 2, height: 2, stops: 0.4 } });
  const [floor, dome] = [ofKind(production.set, 'floor'), ofKind(production.set, 'dome')];
  if (!floor || !dome) throw new Error('The demo is not what it should be.');
  floor.channels.on.rest = false;
  dome.channels.strength.rest = 1.1;
  dome.channels.lit.rest = 0.06;
  const display = ofKind(production.finish, 'display');
  if (display) display.channels.ground.rest = '#05080f';
  const stars = ofKind(production.set, 'stars');
  if (stars) {
    const { on, strength, height } = stars.channels;
    [on.rest, strength.rest, height.rest] = [true, 0.7, 35];
  }

  const { camera, orbit } = firstCamera(production);
  const move = (from: number, to: number) => settlingAt(130, from, to);
  orbit.channels.azimuth.keys = move(58, 0);
  orbit.channels.height.keys = move(-16, 9);
  orbit.channels.radius.keys = move(3.1, 7.2);
  orbit.channels.pivotY.rest = 0;
  camera.lens.channels.focalLengthMm.rest = 40;
  camera.lens.channels.fStop.rest = 5.6;
  camera.lens.channels.focusDistance.keys = move(1.7, 5.5);
  return production;
}
