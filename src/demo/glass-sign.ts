import { allAt } from '@/core/motion/channel';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addPattern } from '@/core/production/edits/pattern-edits';
import { startLighting } from '@/core/production/light-starts';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf } from '@/core/production/surface';
import { ofKind } from '@/core/schema/owner-kind';
import { firstCamera } from './first-camera';
import { keys, settlingAt } from './keys';
import { backingShell, faceShell } from './shells';

/** The channel's name in glass with hammered gold about it, over a floor that mirrors: its light is followed by rays. */
export function glassSign(): Production {
  const production = emptyProduction('Merrow Nine, glass and gold', { width: 1920, height: 1080, rate: '25', length: 125 });
  production.seed = 909;
  production.traced = true;
  addWordmark(production, 'NINE');
  addWordmark(production, 'MERROW');
  const [nine, merrow] = production.marks;
  if (nine?.body.kind !== 'words' || merrow?.body.kind !== 'words') throw new Error('The demo is not what it should be.');
  nine.body.font = { source: 'shipped', id: 'archivo-black' };
  nine.body.tracking = 40;
  faceShell(nine, { depth: 0.36, bevel: 30, face: 'clear-glass', edge: 'clear-glass', side: 'amber-glass' });
  backingShell(nine, { name: 'Frame', offset: 34, from: -0.24, to: -0.08, profile: 'round', bevel: 22, material: 'gold' });
  const frame = nine.shells[1];
  if (frame) {
    // Round the letters, not behind them: what is behind is seen through the glass.
    frame.rim = 52;
    frame.surfaces.face = surfaceOf({ material: 'gold', roughness: 0.3 });
    frame.surfaces.side = surfaceOf({ material: 'gold', roughness: 0.24 });
    addPattern(frame.surfaces.side, 'hammered');
    Object.assign(frame.surfaces.side.patterns[0]?.channels ?? {}, allAt({ size: 0.07, relief: -1.5 }));
  }
  merrow.body.font = { source: 'shipped', id: 'league-gothic' };
  merrow.body.size = 0.24;
  merrow.body.tracking = 900;
  merrow.channels.y.rest = 0.86;
  merrow.channels.z.rest = -0.1;
  faceShell(merrow, { depth: 0.1, bevel: 9, face: 'gold', edge: 'gold', side: 'gold' });

  startLighting(production, 'three-point', 3);
  const [floor, dome] = [ofKind(production.set, 'floor'), ofKind(production.set, 'dome')];
  if (!floor || !dome) throw new Error('The demo is not what it should be.');
  dome.channels.strength.rest = 0.9;
  dome.channels.turn.keys = keys([
    [0, -30, { join: 'straight' }],
    [124, 24],
  ]);
  floor.settings.look = 'glossy';
  const { level, roughness, reflection, reach, colour } = floor.channels;
  [level.rest, roughness.rest, reflection.rest, reach.rest, colour.rest] = [-0.56, 0.14, 0.55, 9, '#dfe6ea'];

  const { camera, orbit } = firstCamera(production);
  const move = (from: number, to: number) => settlingAt(112, from, to);
  orbit.channels.azimuth.keys = move(-44, 14);
  orbit.channels.height.keys = move(4, 7);
  orbit.channels.radius.keys = move(2.1, 6.9);
  orbit.channels.pivotX.keys = move(-0.9, 0);
  orbit.channels.pivotY.keys = move(-0.1, 0.12);
  camera.lens.channels.focalLengthMm.rest = 50;
  camera.lens.channels.fStop.rest = 4;
  camera.lens.channels.focusDistance.keys = move(1.9, 6.7);
  return production;
}
