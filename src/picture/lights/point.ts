import type { LightState } from '@/core/frame/frame-state';
import { ballShape, type LightShape } from './light-shape';

export const pointShape = ({ pose, sent, values }: Extract<LightState, { kind: 'point' }>): LightShape =>
  ballShape(pose, sent, values.size);
