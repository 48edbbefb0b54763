import { productionFrame } from '@/core/delivery/conform';
import { channelOf, channelsOf } from '@/core/delivery/layers';
import { evaluate } from '@/core/frame/evaluate';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { framesPerSecond } from '@/core/time/rate';
import { unfolded } from '../rays/unfolded';
import type { LayerDrawer } from './layer-source';

/** Distance of what is not there, metres. */
export const NOTHING_AT = 1e10;

/** Distance along the axis of the lens, metres. */
export const drawDepth: LayerDrawer = async (source) => {
  const { places } = source.seen();
  const { pose } = source.middle.camera;
  const [eye, forward] = [positionOf(pose), forwardOf(pose)];
  const depths = new Float32Array(places.length / 4);
  for (let i = 0; i < depths.length; i++) {
    const away = (k: 0 | 1 | 2) => ((places[4 * i + k] as number) - eye[k]) * forward[k];
    depths[i] = places[4 * i + 3] === 0 ? NOTHING_AT : away(0) + away(1) + away(2);
  }
  return [{ name: 'depth.Z', values: depths, isFull: true }];
};

/** Places in the world, metres. */
export const drawPosition: LayerDrawer = async (source) => channelsOf(source.seen().places, 'position', ['X', 'Y', 'Z'], true);

/** Normals in the world. */
export const drawNormal: LayerDrawer = async (source) => {
  const { places, normals } = source.seen();
  const unit = new Float32Array(normals.length);
  for (let i = 0; i < normals.length; i += 4)
    if (places[i + 3] !== 0) unit.set(unfolded(normals[i] as number, normals[i + 1] as number), i);
  return channelsOf(unit, 'normal', ['X', 'Y', 'Z']);
};

/** The way of what is seen from half a frame before to half a frame after, pixels to the right and up. */
export const drawMotion: LayerDrawer = async (source) => {
  const { scenery, order, seconds } = source;
  const half = 0.5 / framesPerSecond(source.rate);
  // Never over a cut: both belong to this picture.
  const { production, boundsOf, probe } = scenery;
  const pictureFrame = productionFrame(order.frame, source.rate, production.format);
  const around = (time: number) => evaluate(production, time, boundsOf, { probe, pictureFrame });
  const pixels = source.motion([around(seconds - half), around(seconds + half)]);
  return [channelOf(pixels, 0, 'motion.X', true), channelOf(pixels, 1, 'motion.Y', true)];
};
