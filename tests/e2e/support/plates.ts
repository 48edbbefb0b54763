import type { Page } from '@playwright/test';
import { produce } from 'immer';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf, type SurfaceLook } from '@/core/production/surface';
import { setOf } from '../../support/set-of';
import type { DrawOrder } from './picture-harness';

/** Plates before a camera, for light that can be worked out by hand. */

export const WIDTH = 96;
export const HEIGHT = 54;

/** A thin plate without bevels, all of one look. */
export function plate(draft: Production, ratio: number, size: number, look: SurfaceLook) {
  const id = addForm(draft, 'plate');
  const mark = draft.marks.find((each) => each.id === id);
  const shell = mark?.shells[0];
  if (!mark || !shell || mark.body.kind !== 'form') throw new Error('Not the production that was meant.');
  mark.body = { ...mark.body, size, shape: { form: 'plate', ratio, corner: 0 } };
  [shell.channels.from.rest, shell.channels.to.rest] = [-0.001, 0.001];
  shell.front.profile = shell.back.profile = 'none';
  const surface = () => surfaceOf(look);
  shell.surfaces = { face: surface(), bevel: surface(), side: surface(), back: surface() };
  return mark;
}

/** A camera 8 m before the origin; no floor, no light, a dome without softboxes. */
export const bare = (recipe: (draft: Production) => void): Production =>
  produce(emptyProduction('Light', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
    const [camera] = draft.cameras;
    if (camera?.carriers[0]?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    camera.carriers[0].channels.radius.rest = 8;
    camera.carriers[0].channels.height.rest = 0;
    camera.lens.channels.fStop.rest = 64;
    const { sun, dome, floor } = setOf(draft);
    sun.on.rest = floor.on.rest = false;
    dome.contrast.rest = 0;
    recipe(draft);
  });

/** A dome that is everywhere of radiance 1. */
export function evenDome({ domes }: Production) {
  const [{ channels, elements }] = domes as [Production['domes'][number]];
  elements.length = 0;
  channels.ground.rest = 1;
  for (const name of ['zenith', 'horizon', 'below', 'nadir'] as const) channels[name].rest = '#ffffff';
}

/** What a page draws with the picture's harness in it. */
export const drawn = (page: Page, order: DrawOrder): Promise<number[]> =>
  page.evaluate((o) => (globalThis as unknown as { draw(order: DrawOrder): Promise<number[]> }).draw(o), order);

/** Scene light in the middle of the frame, a mean of some pixels. */
export async function light(page: Page, production: Production, change: Partial<DrawOrder> = {}): Promise<[number, number, number]> {
  const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 96, alpha: true, traced: true, linear: true, ...change };
  const pixels = await drawn(page, order);
  const sum = [0, 0, 0];
  for (let y = -2; y < 2; y++)
    for (let x = -2; x < 2; x++)
      for (let k = 0; k < 3; k++) sum[k] = (sum[k] as number) + (pixels[4 * ((HEIGHT / 2 + y) * WIDTH + WIDTH / 2 + x) + k] as number) / 16;
  return sum as [number, number, number];
}
