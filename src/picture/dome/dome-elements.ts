import type { DomeElementState } from '@/core/frame/frame-state';
import { domeLight } from '@/core/frame/dome-formula';

export const ELEMENT_TEXELS = 4;

/** An element as the table has it: radiance, form | middle, half width | right, half height | up, edge. Its share and turn as there. */
export function elementRow(state: DomeElementState, share: number, turn: number): number[] {
  const { radiance, form, forward, right, up, size, edge } = domeLight(state, share, turn);
  return [...radiance, form, ...forward, size[0], ...right, size[1], ...up, edge];
}
