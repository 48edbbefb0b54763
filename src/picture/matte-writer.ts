import {
  AlwaysStencilFunc,
  DoubleSide,
  EqualStencilFunc,
  Group,
  Mesh,
  ReplaceStencilOp,
  ShaderMaterial,
  type BufferGeometry,
  type Material,
} from 'three';
import type { Mat4 } from '@/core/space/matrix';

/** Marks that others are cut by at one time: a bit of the stencil each. */
export const MAX_MATTES = 8;

/** What a mark is cut by: a bit of the stencil, and whether it is seen outside of what wrote that. */
export interface Matte {
  bit: number;
  isOutside: boolean;
}

/** Something that is written: its geometry, and where it stands in the mark. */
export interface Silhouette {
  geometry: BufferGeometry;
  pose: Mat4;
}

const VERTEX = /* glsl */ `void main() { gl_Position = projectionMatrix * viewMatrix * modelMatrix * vec4(position, 1.0); }`;
const FRAGMENT = /* glsl */ `void main() { gl_FragColor = vec4(0.0); }`;

/** Lets a material draw only where its matte is, or is not; null draws it everywhere. */
export function cutBy(material: Material, matte: Matte | null): void {
  material.stencilWrite = matte !== null;
  if (!matte) return;
  material.stencilFunc = EqualStencilFunc;
  material.stencilFuncMask = matte.bit;
  material.stencilRef = matte.isOutside ? 0 : matte.bit;
  material.stencilWriteMask = 0;
}

/**
 * Writes the silhouette of a mark into the stencil, before anything else is drawn: marks that are cut by it are drawn where it is. Of many
 * sub-frames it comes out as smooth, and as blurred, as the mark itself.
 */
export class MatteWriter {
  readonly group = new Group();
  private readonly material = new ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    side: DoubleSide,
    colorWrite: false,
    depthWrite: false,
    depthTest: false,
    stencilWrite: true,
    stencilFunc: AlwaysStencilFunc,
    stencilZPass: ReplaceStencilOp,
  });

  private isWriting = false;

  constructor() {
    this.group.matrixAutoUpdate = false;
    this.group.visible = false;
  }

  /** @param bit null where nothing is cut by it */
  update(bit: number | null, silhouettes: () => readonly Silhouette[]): void {
    this.isWriting = this.group.visible = bit !== null;
    if (bit === null) return;
    const { material, group } = this;
    material.stencilRef = material.stencilWriteMask = bit;
    const wanted = silhouettes();
    while (group.children.length < wanted.length) {
      const mesh = new Mesh(undefined, material);
      mesh.matrixAutoUpdate = false;
      mesh.frustumCulled = false;
      // Before all that is drawn after it.
      mesh.renderOrder = -1;
      group.add(mesh);
    }
    group.children.forEach((child, i) => {
      const mesh = child as Mesh;
      const silhouette = wanted[i];
      mesh.visible = silhouette !== undefined;
      if (!silhouette) return;
      mesh.geometry = silhouette.geometry;
      mesh.matrix.fromArray(silhouette.pose as number[]);
    });
  }

  /** Hides it while something is drawn that has no stencil. */
  hide(isHidden: boolean): void {
    this.group.visible = this.isWriting && !isHidden;
  }

  dispose(): void {
    this.material.dispose();
  }
}
