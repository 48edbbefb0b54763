import type { Light, Sphere } from 'three';
import type { LightState } from '@/core/frame/frame-state';

/** What a light must reach: all that casts a shadow, and the floor under it. */
export interface Reach {
  sphere: Sphere;
  /** Level of the floor, metres; null where there is none. */
  floor: number | null;
}

/** How a kind of light is drawn: made once a light, then set for each sub-frame. A new kind is one file and one line in the registry. */
export interface LightDrawer<S extends LightState = LightState> {
  /** What goes into the scene. */
  readonly light: Light;
  /** Sets the light for one sub-frame, by its own point on the unit disc over which it spreads. */
  set(state: S, point: readonly [number, number], reach: Reach): void;
  /** Where what it casts falls from: equal numbers mean equal shadows. */
  shadowKey(): readonly number[];
  dispose(): void;
}
