import type { LightState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { scale } from '@/core/space/vector';
import { rightOf, upOf, type LightShape } from './light-shape';

/** A disc in the sky that is seen under twice its softness. */
export function sunShape({ pose, sent, values }: Extract<LightState, { kind: 'sun' }>): LightShape {
  const spread = Math.max(1e-4, Math.tan(radians(values.softness)));
  return { form: 'distant', sent, x: scale(rightOf(pose), spread), y: scale(upOf(pose), spread) };
}
