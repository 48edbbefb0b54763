import { ShaderMaterial, type PerspectiveCamera, type Scene, type WebGLRenderer } from 'three';
import type { CameraState } from '@/core/frame/frame-state';
import { permittedCircleMm } from '@/core/optics/lens';

const VERTEX = /* glsl */ `
varying float depth;
void main() {
  vec4 seen = modelViewMatrix * vec4(position, 1.0);
  depth = -seen.z;
  gl_Position = projectionMatrix * seen;
}`;

/** Blur on the sensor by the thin-lens formula, as a multiple of the circle that still counts as sharp. */
const FRAGMENT = /* glsl */ `
uniform float focus;
uniform float aperture;
uniform float focal;
uniform float circle;
varying float depth;
void main() {
  float blur = aperture * abs(depth - focus) / depth * focal / max(focus - focal, 1e-4) / circle;
  float sharp = 1.0 - smoothstep(0.85, 1.0, blur);
  vec3 soft = depth < focus ? vec3(0.95, 0.42, 0.34) : vec3(0.36, 0.52, 0.95);
  float amount = min(0.5, 0.12 + 0.03 * blur);
  gl_FragColor = mix(vec4(soft, amount), vec4(0.3, 0.85, 0.62, 0.55), sharp);
}`;

/** Paints surfaces by how sharp they are: green within the depth of field, red before it, blue behind it. */
export class Sharpness {
  private readonly material = new ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { focus: { value: 1 }, aperture: { value: 1 }, focal: { value: 1 }, circle: { value: 1 } },
    transparent: true,
  });

  /** Draws over what is on the canvas. */
  draw(renderer: WebGLRenderer, scene: Scene, camera: PerspectiveCamera, through: CameraState): void {
    this.set(through);
    scene.overrideMaterial = this.material;
    renderer.setRenderTarget(null);
    renderer.clearDepth();
    renderer.render(scene, camera);
    scene.overrideMaterial = null;
  }

  dispose(): void {
    this.material.dispose();
  }

  /** Tells the material what the lens does; all in metres. */
  private set({ focusDistance, focalLengthMm, fStop, sensorWidthMm, sensorHeightMm }: CameraState): void {
    const values: Record<string, number> = {
      focus: focusDistance,
      aperture: focalLengthMm / fStop / 1000,
      focal: focalLengthMm / 1000,
      circle: permittedCircleMm(sensorWidthMm, sensorHeightMm) / 1000,
    };
    for (const [name, value] of Object.entries(values)) (this.material.uniforms[name] as { value: number }).value = value;
  }
}
