import { Box3, Sphere, Vector3, type DirectionalLight, type MeshPhysicalMaterial } from 'three';
import type { LightState, SurfaceState } from '@/core/frame/frame-state';
import { evaluate } from '@/core/frame/evaluate';
import { subFrameSample } from '@/core/optics/samples';
import { MATERIALS } from '@/core/production/materials';
import { emptyProduction } from '@/core/production/production';
import { LIGHT_DRAWERS } from '@/picture/lights/drawers';
import { SlotMaterials } from '@/picture/slot-materials';

const REACH = { sphere: new Sphere(new Vector3(1, 2, 3), 5), floor: -1 };

function sun(values: Partial<Extract<LightState, { kind: 'sun' }>['values']> = {}): Extract<LightState, { kind: 'sun' }> {
  const [state] = evaluate(emptyProduction('Sun', { width: 64, height: 36, rate: '25', length: 9 }), 0, () => null).lights;
  if (state?.kind !== 'sun') throw new Error('no sun');
  return { ...state, values: { ...state.values, ...values } };
}
/** Where the light comes from, seen from the middle of what it lights. */
const direction = (light: DirectionalLight) => light.position.clone().sub(REACH.sphere.center).normalize();

describe('a sun', () => {
  test('stands where its azimuth and height say: 0 toward the audience, growing to the right, and up', () => {
    const drawer = LIGHT_DRAWERS.sun();
    const at = (azimuth: number, height: number) => {
      drawer.set(sun({ azimuth, height, softness: 0 }), [0, 0], REACH);
      return direction(drawer.light as DirectionalLight).toArray();
    };
    for (const [azimuth, height, expected] of [
      [0, 0, [0, 0, 1]],
      [90, 0, [1, 0, 0]],
      [-90, 0, [-1, 0, 0]],
      [0, 90, [0, 1, 0]],
      [180, 30, [0, 0.5, -Math.sqrt(0.75)]],
    ] as const)
      at(azimuth, height).forEach((value, i) => expect(value).toBeCloseTo(expected[i] as number, 9));
  });

  test('is lit from a disc seen under twice its softness: no point of it is farther from the middle', () => {
    const drawer = LIGHT_DRAWERS.sun();
    const from = (point: readonly [number, number]) => {
      drawer.set(sun({ azimuth: 30, height: 40, softness: 6 }), point, REACH);
      return direction(drawer.light as DirectionalLight);
    };
    const middle = from([0, 0]);
    for (const point of [
      [1, 0],
      [0, 1],
      [-Math.SQRT1_2, Math.SQRT1_2],
    ] as const)
      expect((from(point).angleTo(middle) * 180) / Math.PI).toBeCloseTo(6, 6);
  });

  test('its strength and colour are those of the state; its shadow holds all that it must reach', () => {
    const drawer = LIGHT_DRAWERS.sun();
    drawer.set(sun({ strength: 3, colour: [0.5, 0.25, 1] }), [0, 0], REACH);
    const light = drawer.light as DirectionalLight;
    expect([light.intensity, light.color.toArray()]).toEqual([3, [0.5, 0.25, 1]]);
    const { camera } = light.shadow;
    expect(camera.right - camera.left).toBeGreaterThanOrEqual(2 * REACH.sphere.radius);
    const far = REACH.sphere.getBoundingBox(new Box3());
    expect(camera.far).toBeGreaterThan(light.position.distanceTo(far.min));
  });

  test('shadows are drawn again only when it or what it lights has moved', () => {
    const drawer = LIGHT_DRAWERS.sun();
    const key = (change: Parameters<typeof sun>[0], reach = REACH) => {
      drawer.set(sun(change), [0, 0], reach);
      return JSON.stringify(drawer.shadowKey());
    };
    const first = key({});
    expect(key({ strength: 9, colour: [1, 0, 0] })).toBe(first);
    expect(key({ azimuth: 10 })).not.toBe(first);
    expect(key({}, { ...REACH, sphere: new Sphere(new Vector3(0, 0, 0), 5) })).not.toBe(first);
  });
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

describe('the material of a slot', () => {
  const surface: SurfaceState = { material: 'brass', colour: [0.4, 0.3, 0.2], roughness: 0.3, opacity: 1 };

  test('takes what its surface is made of, and is see-through only where that is', () => {
    const materials = new SlotMaterials();
    const lit = materials.lit('face', surface) as MeshPhysicalMaterial;
    expect(lit.color.toArray()).toEqual([0.4, 0.3, 0.2]);
    expect([lit.roughness, lit.metalness, lit.clearcoat]).toEqual([0.3, MATERIALS.brass.metalness, MATERIALS.brass.coat]);
    expect([lit.transparent, lit.depthWrite]).toEqual([false, true]);
    const { version } = lit;
    expect(materials.lit('face', { ...surface, opacity: 0.5 })).toBe(lit);
    expect([lit.opacity, lit.transparent, lit.depthWrite]).toEqual([0.5, true, false]);
    expect(lit.version).toBeGreaterThan(version);
  });

  test('keeps its program while a value changes, and goes with its mark', () => {
    const materials = new SlotMaterials();
    const lit = materials.lit('mark-1 face', surface);
    const other = materials.lit('mark-2 face', surface);
    const { version } = lit;
    for (let i = 0; i <= 10; i++) materials.lit('mark-1 face', { ...surface, roughness: i / 10, colour: [i / 10, 0, 0] });
    expect([lit.version, materials.made]).toEqual([version, 2]);
    const gone: string[] = [];
    lit.addEventListener('dispose', () => gone.push('mark-1'));
    other.addEventListener('dispose', () => gone.push('mark-2'));
    materials.release('mark-1 ');
    expect(gone).toEqual(['mark-1']);
    expect(materials.lit('mark-1 face', surface)).not.toBe(lit);
  });

  test('has a fade as a plane through the mark, with the opacity at either end', () => {
    const materials = new SlotMaterials();
    const fading = materials.lit('face', surface, { fade: { plane: [1, 0, 0, 0.5], start: 0.2, end: 0.9 } });
    expect(fading.userData.fadePlane.value.toArray()).toEqual([1, 0, 0, 0.5]);
    expect(fading.userData.fadeEnds.value.toArray()).toEqual([0.2, 0.9]);
    expect(fading.transparent).toBe(true);
  });
});
