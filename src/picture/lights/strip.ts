import type { LightState } from '@/core/frame/frame-state';
import { flatShape, type LightShape } from './light-shape';

export const stripShape = ({ pose, sent, values }: Extract<LightState, { kind: 'strip' }>): LightShape =>
  flatShape(pose, sent, values.length, values.thickness, false);
