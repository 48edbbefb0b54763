import { BackSide, DoubleSide, Texture } from 'three';
import { evaluate } from '@/core/frame/evaluate';
import type { LightState, SurfaceState } from '@/core/frame/frame-state';
import { fromLux } from '@/core/light/photometry';
import { subFrameSample } from '@/core/optics/samples';
import { MATERIALS } from '@/core/production/materials';
import { restOf, surfaceOf } from '@/core/production/surface';
import { LIGHTS, type LightKindName } from '@/core/production/owners/lights/lights';
import { emptyProduction, productionSchema } from '@/core/production/production';
import { IDENTITY } from '@/core/space/matrix';
import { distance, dot, length, normalise, subtract, type Vec3 } from '@/core/space/vector';
import { lightMask, lightRow, placedLights } from '@/picture/lights/light-rows';
import { SlotMaterials } from '@/picture/surfaces/slot-materials';

/** A light as the picture gets it, with some of its values and settings. */
function lit(kind: LightKindName, channels: Record<string, number> = {}, settings: object = {}): LightState {
  const rest = Object.fromEntries(Object.entries(channels).map(([name, value]) => [name, { rest: value }]));
  const production = productionSchema.parse({
    ...emptyProduction('Light', { width: 64, height: 36, rate: '25', length: 9 }),
    lights: [{ id: 'light', kind, channels: rest, settings }],
  });
  const [state] = evaluate(production, 0, () => null).lights;
  if (!state) throw new Error('no light');
  return state;
}

const placed = (state: LightState, point: readonly [number, number] = [0, 0]) => {
  const [light] = placedLights([state], () => point);
  if (!light) throw new Error('no light');
  return light;
};
const luminance = ([r, g, b]: readonly number[]) => 0.2126 * (r as number) + 0.7152 * (g as number) + 0.0722 * (b as number);

describe('a sun', () => {
  test('stands where its azimuth and height say: 0 toward the audience, growing to the right, and up', () => {
    for (const [azimuth, height, expected] of [
      [0, 0, [0, 0, 1]],
      [90, 0, [1, 0, 0]],
      [-90, 0, [-1, 0, 0]],
      [0, 90, [0, 1, 0]],
      [180, 30, [0, 0.5, -Math.sqrt(0.75)]],
    ] as const)
      placed(lit('sun', { azimuth, height, softness: 0 })).from.forEach((value, i) => expect(value).toBeCloseTo(expected[i] as number, 9));
  });

  test('is lit from a disc seen under twice its softness: no point of it is farther from the middle', () => {
    const state = lit('sun', { azimuth: 30, height: 40, softness: 6 });
    const middle = placed(state).from;
    for (const point of [
      [1, 0],
      [0, 1],
      [-Math.SQRT1_2, Math.SQRT1_2],
    ] as const)
      expect((Math.acos(dot(placed(state, point).from, middle)) * 180) / Math.PI).toBeCloseTo(6, 6);
  });
});

describe('a light that stands somewhere', () => {
  const at = { x: 1, y: 2, z: 3 };

  test('is lit from points of its own shape, and from its middle where it is asked for that', () => {
    const area = lit('area', { ...at, width: 2, height: 1 });
    expect(placed(area).from).toEqual([1, 2, 3]);
    const points = Array.from({ length: 400 }, (_, i) => placed(area, subFrameSample(3, i, 400).light(0)).from);
    const { x, y } = placed(area).shape;
    const shares = points.map((p) => {
      const off = subtract(p, [1, 2, 3]);
      return [dot(off, x) / dot(x, x), dot(off, y) / dot(y, y)] as const;
    });
    for (const [a, b] of shares) {
      expect(Math.abs(a)).toBeLessThanOrEqual(1 + 1e-9);
      expect(Math.abs(b)).toBeLessThanOrEqual(1 + 1e-9);
    }
    // Even: a quarter in each corner, and a square of half the sides holds a quarter (areas).
    expect(shares.filter(([a, b]) => a > 0 && b > 0).length / 400).toBeCloseTo(0.25, 1);
    expect(shares.filter(([a, b]) => Math.abs(a) < 0.5 && Math.abs(b) < 0.5).length / 400).toBeCloseTo(0.25, 1);
    const ball = lit('point', { ...at, size: 1 });
    for (const point of [
      [1, 0],
      [0, -1],
    ] as const)
      expect(distance(placed(ball, point).from, [1, 2, 3])).toBeCloseTo(0.5, 9);
  });

  test('shines to where it is aimed, whatever its kind', () => {
    for (const kind of ['area', 'strip', 'spot'] as const) {
      const row = lightRow(placed(lit(kind, at, { aim: { on: 'point', x: -2, y: 0, z: 1 } })), [0, 0]);
      const wanted = normalise(subtract([-2, 0, 1], [1, 2, 3]));
      row.slice(16, 19).forEach((v, i) => expect(v).toBeCloseTo(wanted[i] as number, 6));
    }
  });

  test('turned by hand alone it shines along its own way', () => {
    const row = lightRow(placed(lit('spot', { ...at, pan: 90 }, { aim: { on: 'nothing' } })), [0, 0]);
    // A pan of 90° looks to the left of where it looked: from -Z to -X.
    [-1, 0, 0].forEach((v, i) => expect(row[16 + i]).toBeCloseTo(v, 9));
  });

  test('its stops double it, its lumens are spread over its area: radiance = flux / (π · area) (Lambert)', () => {
    const radiance = (state: LightState) => luminance(placed(state).shape.sent);
    expect(radiance(lit('area', { stops: 2 })) / radiance(lit('area', { stops: 1 }))).toBeCloseTo(2, 9);
    // 10,000 lm from 2 m²: 1591.5 lm/(m² sr); as scene light by what lux of white are.
    expect(radiance(lit('area', { lumens: 10_000, width: 2, height: 1 }, { measure: 'lumens' }))).toBeCloseTo(
      fromLux(10_000 / (Math.PI * 2)),
      6,
    );
    // A ball of 1 m sends flux / 4π to each side; seen as a disc of π/4 m².
    expect(radiance(lit('point', { lumens: 10_000, size: 1 }, { measure: 'lumens' }))).toBeCloseTo(
      fromLux(10_000 / (4 * Math.PI) / (Math.PI / 4)),
      6,
    );
    // Smaller and as strong it is brighter to look at, by the areas.
    expect(radiance(lit('area', { width: 1, height: 1 })) / radiance(lit('area', { width: 2, height: 2 }))).toBeCloseTo(4, 9);
  });

  test('every kind has its row, whole numbers of texels of finite numbers', () => {
    for (const { kind } of LIGHTS) {
      const row = lightRow(placed(lit(kind)), [0, 1]);
      expect(row).toHaveLength(32);
      expect(row.every(Number.isFinite)).toBe(true);
      expect(length(row.slice(16, 19) as unknown as Vec3)).toBeCloseTo(1, 9);
    }
  });
});

test('lights that are linked to marks light only those, or all but those', () => {
  const all = lit('sun');
  const only = { ...all, lights: { isOnly: true, marks: ['a'] } };
  const without = { ...all, lights: { isOnly: false, marks: ['a'] } };
  expect([lightMask([all, only, without], 'a'), lightMask([all, only, without], 'b')]).toEqual([0b011, 0b101]);
});

test('each light of a sub-frame has a point of its own, all of them in the disc, and two do not walk in step', () => {
  const samples = Array.from({ length: 64 }, (_, i) => subFrameSample(7, i, 64));
  const points = [0, 1, 2].map((light) => samples.map((sample) => sample.light(light)));
  for (const own of points) for (const [x, y] of own) expect(Math.hypot(x, y)).toBeLessThanOrEqual(1);
  // Evenly spread: the mean of 64 points lies near the middle.
  for (const own of points)
    expect(Math.hypot(...[0, 1].map((k) => own.reduce((sum, p) => sum + (p[k] as number), 0) / 64))).toBeLessThan(0.1);
  const [a, b] = points as [[number, number][], [number, number][]];
  const product = a.reduce((sum, [x], i) => sum + x * (b[i] as [number, number])[0], 0) / 64;
  const square = a.reduce((sum, [x]) => sum + x * x, 0) / 64;
  expect(Math.abs(product / square)).toBeLessThan(0.35);
});

describe('the slots of surfaces', () => {
  const surface: SurfaceState = {
    ...restOf(surfaceOf({ material: 'brass', roughness: 0.3 })),
    colour: [0.4, 0.3, 0.2],
    within: [0.5, 1, 1],
    patterns: [],
  };
  const row = (materials: SlotMaterials, at: number) => [...materials.table.numbers(32 * (at + 1)).slice(32 * at)];

  test('a slot has what its surface is made of in its row, and is see-through only where that is', () => {
    const materials = new SlotMaterials();
    materials.begin();
    const lit = materials.wear('lit', 'face', surface, { lights: 5 });
    materials.end();
    const { metalness, coat, glow, coatRoughness, depth, thickness } = MATERIALS.brass;
    const close = (values: number[]) => values.map((v) => expect.closeTo(v, 6) as number);
    expect(row(materials, 1)).toEqual(
      close([
        ...[0.4, 0.3, 0.2, 0.3, metalness, coat, glow, 1, 0, 0, 0, 0, 1, 1, 5, 0, coatRoughness, 0.04, 0, 0],
        // Half of the red is gone after as many metres.
        ...[0, 1.5, 1.5, thickness, Math.LN2 / depth, 0, 0, 0, 0, 0, 0, 0],
      ]),
    );
    expect([lit.transparent, lit.depthWrite]).toEqual([false, true]);
    materials.begin();
    expect(materials.wear('lit', 'face', { ...surface, opacity: 0.5 })).toBe(lit);
    expect([lit.transparent, lit.depthWrite]).toEqual([true, false]);
    // What rays meet and what casts shadows is there or not, and so always written.
    for (const program of ['seen', 'shadow'] as const) {
      const other = materials.wear(program, 'face', { ...surface, opacity: 0.5 });
      expect([other.transparent, other.depthWrite]).toEqual([false, true]);
    }
  });

  test('it keeps its material while a value changes, has one row for all programs, and goes with its mark', () => {
    const materials = new SlotMaterials();
    const lit = materials.wear('lit', 'mark-1 face', surface);
    const other = materials.wear('lit', 'mark-2 face', surface);
    const { version } = lit;
    for (let i = 0; i <= 10; i++) {
      materials.begin();
      materials.wear('lit', 'mark-1 face', { ...surface, roughness: i / 10, colour: [i / 10, 0, 0] });
    }
    expect([lit.version, materials.made]).toEqual([version, 2]);
    materials.wear('seen', 'mark-1 face', surface);
    materials.end();
    expect(materials.surface(1).colour).toEqual([1, 0, 0]);
    expect(materials.surface(2).opacity).toBe(0);
    const gone: string[] = [];
    lit.addEventListener('dispose', () => gone.push('mark-1'));
    other.addEventListener('dispose', () => gone.push('mark-2'));
    materials.release('mark-1 ');
    expect(gone).toEqual(['mark-1']);
    expect(materials.wear('lit', 'mark-1 face', surface)).not.toBe(lit);
  });

  test('a fade is a plane through the mark, with the opacity at either end; a cut-out casts its shadow from both sides', () => {
    const materials = new SlotMaterials();
    materials.begin();
    const fading = materials.wear('lit', 'face', surface, { fade: { plane: [1, 0, 0, 0.5], start: 0.2, end: 0.9 } });
    materials.end();
    expect(row(materials, 1).slice(8, 14)).toEqual([1, 0, 0, 0.5, expect.closeTo(0.2, 6), expect.closeTo(0.9, 6)]);
    expect(fading.transparent).toBe(true);
    const laid = { texture: new Texture(), into: IDENTITY, shows: 1, own: 0, isClear: true, isThrown: false } as const;
    expect(materials.wear('shadow', 'panel', surface, { laid }).side).toBe(DoubleSide);
    expect(materials.wear('shadow', 'solid', surface).side).toBe(BackSide);
  });
});
