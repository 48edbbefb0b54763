import { DirectionalLight, Vector3 } from 'three';
import type { LightState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { directionFrame } from '@/core/space/direction-frame';
import type { LightDrawer, Reach } from './light-drawer';

const SHADOW_MAP = 1024;

type SunState = Extract<LightState, { kind: 'sun' }>;

/** A disc in the sky that is seen under twice its softness: each sub-frame is lit from one point of it. */
export class SunDrawer implements LightDrawer<SunState> {
  readonly light = new DirectionalLight();

  constructor() {
    this.light.castShadow = true;
    this.light.shadow.mapSize.set(SHADOW_MAP, SHADOW_MAP);
    this.light.shadow.radius = 1.5;
  }

  set({ values }: SunState, [px, py]: readonly [number, number], { sphere, floor }: Reach): void {
    const { light } = this;
    const { forward, right, up } = directionFrame(values.azimuth, values.height);
    const spread = Math.tan(radians(values.softness));
    const direction = new Vector3(...forward)
      .addScaledVector(new Vector3(...right), px * spread)
      .addScaledVector(new Vector3(...up), py * spread)
      .normalize();
    light.color.setRGB(...(values.colour as [number, number, number]));
    light.intensity = values.strength;
    const { center, radius: size } = sphere;
    light.position.copy(center).addScaledVector(direction, size * 2 + 1);
    light.updateMatrixWorld();
    light.target.position.copy(center);
    light.target.updateMatrixWorld();
    const { camera } = light.shadow;
    camera.left = camera.bottom = -size;
    camera.right = camera.top = size;
    camera.near = 0.05;
    // The shadow must reach the floor under and behind the marks.
    camera.far = size * 4 + 2 + (floor === null ? 0 : Math.abs(center.y - floor) * 3);
    camera.updateProjectionMatrix();
    light.shadow.normalBias = (size / SHADOW_MAP) * 2.2;
    light.shadow.bias = -0.0004;
  }

  shadowKey(): readonly number[] {
    return [...this.light.position.toArray(), ...this.light.target.position.toArray()];
  }

  dispose(): void {
    this.light.dispose();
  }
}
