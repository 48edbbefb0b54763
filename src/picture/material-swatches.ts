import { withoutEffects } from '@/core/finish/reach';
import { linearColour } from '@/core/colour/transfer';
import { freeCamera, wholeView } from '@/core/frame/free-view';
import type { FrameState, MarkState, SurfaceState } from '@/core/frame/frame-state';
import { subFrameSample } from '@/core/optics/samples';
import { MATERIAL_KINDS, type MaterialKind } from '@/core/production/materials';
import { restOf, surfaceOf } from '@/core/production/surface';
import type { Region } from '@/core/solid/mesh';
import { multiply, panTiltRoll, product, translation } from '@/core/space/matrix';
import type { Box } from '@/core/space/vector';
import { stateAt, type Scenery } from './draw-frame';
import type { Painter } from './painter';

/** Size of a swatch, pixels. */
export const SWATCH = { width: 84, height: 56 } as const;
const SAMPLES = 3;
/** From a little to the right and above, so that bevels and sides are seen. */
const TURN = panTiltRoll(24, -14, 0);

/** Which region of which shell of a mark is to be made of something. */
export interface SwatchPlace {
  markId: string;
  /** Its place among the mark's shells. */
  shell: number;
  region: Region;
}

/** A mark as it would look of a material: sRGB with straight alpha, top row first. */
export interface MaterialSwatch {
  material: MaterialKind;
  pixels: Uint8Array;
}

function atRest(material: MaterialKind): SurfaceState {
  const { colour, within, ...numbers } = restOf(surfaceOf(material));
  return { ...numbers, colour: linearColour(colour), within: linearColour(within), patterns: [] };
}

/** What of a mark is looked at: about its first letter or path, as high as the mark, or all of a plain one. */
function partOf({ id }: MarkState, { boundsOf }: Scenery): Box | null {
  const extent = boundsOf(id);
  const middle = extent?.parts?.[0]?.middle;
  if (!extent || !middle) return extent ?? null;
  const half = 0.32 * (extent.max[1] - extent.min[1]);
  const within = (x: number) => Math.max(extent.min[0], Math.min(extent.max[0], x));
  return {
    min: [within(middle[0] - half), extent.min[1], extent.min[2]],
    max: [within(middle[0] + half), extent.max[1], extent.max[2]],
  };
}

/** The mark alone, in the light of the instant, with its region made of a material. */
function dressed(state: FrameState, mark: MarkState, { shell, region }: SwatchPlace, material: MaterialKind): FrameState {
  const shells = mark.shells.map((each, i) =>
    i === shell ? { ...each, surfaces: { ...each.surfaces, [region]: atRest(material) } } : each,
  );
  return {
    ...withoutEffects(state),
    marks: [{ ...mark, shells, ownSurfaces: mark.ownSurfaces.map(() => null), copies: mark.copies.slice(0, 1), parts: null }],
    set: state.set.filter(({ kind }) => kind === 'dome'),
  };
}

/**
 * Draws a mark as it would look with a region of it made of each material, by its own shape and the light of the instant.
 * @returns none where the mark is not seen
 */
export function materialSwatches(painter: Painter, scenery: Scenery, seconds: number, place: SwatchPlace): MaterialSwatch[] {
  const { production } = scenery;
  const framed = { ...production, format: { ...production.format, ...SWATCH } };
  const state = stateAt(scenery, seconds);
  const mark = state.marks.find(({ id }) => id === place.markId);
  const box = mark && partOf(mark, scenery);
  if (!mark || !box) return [];
  const pose = multiply(mark.pose, mark.copies[0] ?? translation(0, 0, 0));
  const turn = multiply(pose, TURN);
  const view = wholeView([{ box, pose }], turn, framed);
  if (!view) return [];
  const camera = freeCamera(framed, {
    pose: product([...turn.slice(0, 12), ...view.target, 1], translation(0, 0, view.distance)),
    distance: view.distance,
  });
  painter.resize(SWATCH.width, SWATCH.height);
  return MATERIAL_KINDS.map((material) => {
    const shown = { ...dressed(state, mark, place, material), camera };
    painter.restart();
    for (let i = 0; i < SAMPLES; i++) painter.addSubFrame(shown, 'full', subFrameSample(production.seed, i, SAMPLES));
    return { material, pixels: painter.read(shown, true) };
  });
}
