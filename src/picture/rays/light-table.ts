import type { LightState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { directionFrame } from '@/core/space/direction-frame';
import { scale } from '@/core/space/vector';

export const MOST_LIGHTS = 24;
export const LIGHT_TEXELS = 4;

const DISTANT = 0;

type Row = readonly number[];

/** How each kind of light is told to rays: light and shape | place, or direction | one half axis | the other. */
const ROWS: { [K in LightState['kind']]: (state: Extract<LightState, { kind: K }>) => Row } = {
  sun: ({ values }) => {
    const { forward, right, up } = directionFrame(values.azimuth, values.height);
    const spread = Math.max(1e-4, Math.tan(radians(values.softness)));
    const light = values.colour.map((c) => c * values.strength);
    return [...light, DISTANT, ...forward, 0, ...scale(right, spread), 0, ...scale(up, spread), 0];
  },
};

/** The lights of an instant as the table has them. */
export const lightRows = (lights: readonly LightState[]): Row[] =>
  lights.slice(0, MOST_LIGHTS).map((state) => (ROWS[state.kind] as (state: LightState) => Row)(state));
