import { luminance } from '@/core/colour/transfer';
import type { SurfaceState } from '@/core/frame/frame-state';
import { reflectance } from '@/core/light/fresnel';
import { radians } from '@/core/space/angle';
import type { FadePlane } from './fade';

/** What light meets at a surface: values of one instant. */
export interface SurfaceValues extends SurfaceState {
  fade: FadePlane | null;
  /** Bits of the lights that light it, by their places among them. */
  lights: number;
  /** What only takes shadows and reflections, and lets all else of what is behind it be seen; null for what is a surface itself. */
  catches: Catching | null;
  /** Of the table of patterns, the first row that is its, and how many are. */
  patternRows: readonly [first: number, count: number];
  /** Parts of space that show or hide it, as rows of the table of patterns: they follow its own patterns there. */
  regions: readonly (readonly number[])[];
  /** At this distance from its origin it is gone, metres; 0 for nowhere. */
  reach: number;
}

/** How a backdrop of which only shadows and reflections are seen takes them, each 0..1. */
export interface Catching {
  shadow: number;
  reflection: number;
  /** How much of the dome is among what it reflects. */
  sky: number;
}

export const SURFACE_TEXELS = 8;

/**
 * A surface as the table has it: colour, roughness | metalness, coat, glow, opacity | plane of the fade | its two ends, lights, stretch |
 * roughness of the coat, reflectance of what is no metal, way of the brushing, reach | transmission, index, index by which it bends,
 * thickness | what it takes of light a metre, 0 | and of what only takes shadows the last two are: reflection, sky, 0, 0 |
 * 0, 0, 0, shadow; of a cut-out the last number is -1 | first of its patterns, their count, 0, 0.
 */
export function surfaceRow(values: SurfaceValues): number[] {
  const { colour, roughness, metalness, coat, glow, opacity, fade, lights, stretch, coatRoughness, index, brushing, reach } = values;
  const { catches, transmission, bending, thickness, within, depth, patternRows } = values;
  return [
    ...colour,
    roughness,
    ...[metalness, coat, glow, opacity],
    ...(fade?.plane ?? [0, 0, 0, 0]),
    ...[fade?.start ?? 1, fade?.end ?? 1, lights, stretch],
    ...[coatRoughness, reflectance(index), radians(brushing), reach],
    ...(catches ? [catches.reflection, catches.sky, 0, 0] : [transmission, index, 1 + (index - 1) * bending, thickness]),
    ...(catches
      ? [0, 0, 0, Math.max(catches.shadow, 1e-6)]
      : [...within.map((share) => absorption(share, depth)), isCutOut(values) ? -1 : 0]),
    ...patternRows,
    ...[0, 0],
  ];
}

/** What of light a clear thing takes on each metre, by the share that is left after some (Beer and Lambert). */
export const absorption = (share: number, metres: number): number => -Math.log(Math.max(share, 1e-4)) / Math.max(metres, 1e-4);

/** Whether nothing of it is seen, nor of what is behind it: the ground shows. */
export const isCutOut = ({ material }: Pick<SurfaceValues, 'material'>): boolean => material === 'cut-out';

/** Whether what is made of it can be looked through to what is behind. */
export const isClear = ({ transmission, metalness, catches }: SurfaceValues): boolean => !catches && transmission * (1 - metalness) > 0;

/** Share of light that goes on behind a clear thing as thick as it is taken for: what it takes, and what its two sides mirror. */
export function letsThrough(values: SurfaceValues): number {
  if (!isClear(values)) return 0;
  const { transmission, metalness, within, depth, thickness, index } = values;
  const left = within.map((share) => Math.exp(-absorption(share, depth) * thickness)) as [number, number, number];
  return transmission * (1 - metalness) * (1 - reflectance(index)) ** 2 * luminance(left);
}

/** Whether it can be seen through anywhere. */
export const isThin = (values: SurfaceValues): boolean => {
  const { opacity, fade, reach, patterns, regions } = values;
  return (
    regions.length > 0 ||
    patterns.some(({ values: { thins } }) => thins > 0) ||
    opacity < 1 ||
    reach > 0 ||
    (fade !== null && (fade.start < 1 || fade.end < 1)) ||
    isClear(values)
  );
};

/** How much is left at a place of what fades out with its distance from the origin of its frame. */
export const FADED_GLSL = /* glsl */ `
float fadedAt(vec3 place, float reach) { return 1.0 - smoothstep(0.3 * reach, reach, length(place)); }
`;

export const SURFACE_TABLE_GLSL = /* glsl */ `
uniform highp sampler2D surfaceTable;
// Tables are 1024 wide: no division.
#define AT(i) ivec2((i) & 1023, (i) >> 10)
#define SURFACE(i, k) texelFetch(surfaceTable, AT(${SURFACE_TEXELS} * (i) + (k)), 0)
`;
