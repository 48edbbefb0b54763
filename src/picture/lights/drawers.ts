import type { LightState } from '@/core/frame/frame-state';
import type { LightDrawer } from './light-drawer';
import { SunDrawer } from './sun';

/** How each kind of light is drawn. */
export const LIGHT_DRAWERS: { [K in LightState['kind']]: () => LightDrawer<Extract<LightState, { kind: K }>> } = {
  sun: () => new SunDrawer(),
};
