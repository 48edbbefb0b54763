import {
  DepthStencilFormat,
  DepthTexture,
  FloatType,
  Mesh,
  NearestFilter,
  NoBlending,
  OrthographicCamera,
  PlaneGeometry,
  ShaderMaterial,
  UnsignedInt248Type,
  type ShaderMaterialParameters,
  type Texture,
  type TextureDataType,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three';

export const FULLSCREEN_VERTEX = /* glsl */ `
varying vec2 at;
void main() {
  at = uv;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}`;

/** The same without a place in the picture: for programs that look pixels up. */
export const BARE_VERTEX = 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }';

/** A picture in floating point that is made, and looked up, pixel by pixel. */
export const pixelTarget = (type: TextureDataType = FloatType) =>
  new WebGLRenderTarget(1, 1, { minFilter: NearestFilter, magFilter: NearestFilter, type, depthBuffer: false });

/** Depths of a picture that can be looked up. */
export function depthTexture(): DepthTexture {
  const texture = new DepthTexture(1, 1, UnsignedInt248Type);
  texture.format = DepthStencilFormat;
  return texture;
}

type Uniforms = Record<string, { value: unknown }>;

/** A picture made from others, pixel by pixel: a fragment shader over the whole frame, whose `at` runs from (0, 0) to (1, 1). */
export class FullscreenPass<U extends Uniforms> {
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, 0, 1);
  private readonly mesh: Mesh<PlaneGeometry, ShaderMaterial>;

  constructor(
    fragmentShader: string,
    readonly uniforms: U,
    options: ShaderMaterialParameters = {},
  ) {
    const settings = { vertexShader: FULLSCREEN_VERTEX, blending: NoBlending, depthTest: false, depthWrite: false };
    this.mesh = new Mesh(new PlaneGeometry(2, 2), new ShaderMaterial({ ...settings, fragmentShader, uniforms, ...options }));
    this.mesh.frustumCulled = false;
  }

  /** Draws into a target, one level of its maps, or one of its layers; or (null) onto the canvas. */
  draw(renderer: WebGLRenderer, target: WebGLRenderTarget | null, level = 0, layer = 0): void {
    renderer.setRenderTarget(target, layer, level);
    renderer.render(this.mesh, this.camera);
  }

  dispose(): void {
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
  }
}

/** A picture as it is. */
export const copyPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
varying vec2 at;
void main() { gl_FragColor = texture2D(picture, at); }`,
    { picture: { value: null as Texture | null } },
  );
