import { withoutEffects } from '@/core/finish/reach';
import type { Soloed } from '@/core/frame/soloed';
import type { Production } from '@/core/production/production';
import { subFrameSample } from '@/core/optics/samples';
import { stateAt, type Looking, type Scenery } from './draw-frame';
import type { Painter } from './painter';

/** What one light, or something of the dome, gives to a spot: scene light, by its path. */
export interface LightShare {
  path: string;
  light: readonly [number, number, number];
}

/** The picture that shares are read from is this wide, pixels. */
const WIDTH = 192;

/** Everything that shines, by its path. */
const shining = ({ lights, domes }: Production): string[] => [
  ...lights.map(({ id }) => `lights/${id}`),
  ...domes.flatMap(({ id, elements }) => [`domes/${id}`, ...elements.map((element) => `domes/${id}/elements/${element.id}`)]),
];

/**
 * What lights a spot: the picture is drawn with each light by itself, and read there, so that surface, shadow and highlight count as they
 * do in it.
 * @param x -1 (left) to 1 (right); y -1 (bottom) to 1 (top)
 * @returns the brightest first
 */
export function lightShares(painter: Painter, scenery: Scenery, seconds: number, looking: Looking, x: number, y: number): LightShare[] {
  const { format, seed } = scenery.production;
  const height = Math.max(1, Math.round((WIDTH * format.height) / format.width));
  painter.resize(WIDTH, height);
  const column = Math.min(WIDTH - 1, Math.floor(((x + 1) / 2) * WIDTH));
  const row = Math.min(height - 1, Math.floor(((1 - y) / 2) * height));
  const at = (soloed: Soloed): [number, number, number] => {
    painter.restart();
    const state = withoutEffects(stateAt(scenery, seconds, { ...looking, soloed }));
    painter.addSubFrame(state, 'lit', subFrameSample(seed, 0, 1));
    const pixels = painter.readLinear(state, true);
    const i = 4 * (row * WIDTH + column);
    return [pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number];
  };
  return shining(scenery.production)
    .map((path) => ({ path, light: at({ path, isAlone: true }) }))
    .sort((a, b) => b.light[0] + b.light[1] + b.light[2] - (a.light[0] + a.light[1] + a.light[2]));
}
