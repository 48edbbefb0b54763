import type { LightState } from '@/core/frame/frame-state';
import { flatShape, type LightShape } from './light-shape';

export const areaShape = ({ pose, sent, values, settings }: Extract<LightState, { kind: 'area' }>): LightShape =>
  flatShape(pose, sent, values.width, values.height, settings.shape === 'disc');
