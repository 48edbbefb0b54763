import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  Group,
  Mesh,
  PlaneGeometry,
  Scene,
  ShadowMaterial,
  Sphere,
  Vector3,
} from 'three';
import { linearColour } from '@/core/colour/transfer';
import { swollen } from '@/core/solid/skin';
import type { Mat4 } from '@/core/space/matrix';
import type { FrameState, MarkState } from '@/core/frame/frame-state';
import type { MarkSolids } from '@/core/frame/mark-solids';
import type { Region, SolidMesh } from '@/core/solid/mesh';
import { fadePlane } from './fade';
import { SurfaceMaterials } from './surface-materials';

export type Quality = 'sketch' | 'lit' | 'full';

/** What a mesh needs to know to be dressed: the region of each of its groups, and its shell. */
interface Dress {
  regions: Region[];
  shell: number;
  /** Run of letters that colours it; -1 for none. */
  dress: number;
  /** Where it stands in its mark. */
  seat: Mat4;
}

/** The solids of one mark, and how many copies of them stand in the scene. */
interface Standing {
  group: Group;
  copies: Group[];
  geometries: Map<SolidMesh, BufferGeometry>;
  inflate: number;
}

const SHADOW_MAP = 1024;
/** The floor is a plane this large: far past where anyone looks. */
const FLOOR_SIZE = 400;

/** The scene that stands for a FrameState. Solids are put in once; a state only moves and dresses them. */
export class Stage {
  readonly scene = new Scene();
  readonly materials = new SurfaceMaterials();
  private readonly key = new DirectionalLight();
  private readonly floor = new Mesh(new PlaneGeometry(FLOOR_SIZE, FLOOR_SIZE), new ShadowMaterial());
  private readonly marks = new Map<string, Standing>();
  private readonly reach = new Sphere();
  private solidsVersion = 0;
  private shadowsOf = '';

  constructor() {
    this.scene.matrixWorldAutoUpdate = false;
    this.key.castShadow = true;
    this.key.shadow.mapSize.set(SHADOW_MAP, SHADOW_MAP);
    this.key.shadow.radius = 1.5;
    this.floor.matrixAutoUpdate = false;
    this.floor.receiveShadow = true;
    this.scene.add(this.key, this.key.target, this.floor);
  }

  /** Puts in, replaces or (null) takes out the solids of a mark. */
  setSolids(markId: string, solids: MarkSolids | null): void {
    this.solidsVersion++;
    const old = this.marks.get(markId);
    if (old) {
      this.scene.remove(old.group);
      for (const geometry of old.geometries.values()) geometry.dispose();
      this.marks.delete(markId);
    }
    if (!solids) return;
    const group = new Group();
    group.matrixAutoUpdate = false;
    const geometries = new Map<SolidMesh, BufferGeometry>();
    const first = new Group();
    first.matrixAutoUpdate = false;
    for (const { mesh: solid, pose, shell, dress } of solids.pieces) {
      const geometry = geometries.get(solid) ?? geometryOf(solid);
      geometries.set(solid, geometry);
      const mesh = new Mesh(geometry);
      mesh.matrix.fromArray(pose as number[]);
      mesh.matrixAutoUpdate = false;
      mesh.castShadow = true;
      mesh.receiveShadow = true;
      mesh.userData = { regions: solid.groups.map(({ region }) => region), shell, dress, seat: pose } satisfies Dress;
      first.add(mesh);
    }
    group.add(first);
    group.name = markId;
    this.scene.add(group);
    this.marks.set(markId, { group, copies: [first], geometries, inflate: 1 });
  }

  /** Ids of marks whose solids are in. */
  markIds(): string[] {
    return [...this.marks.keys()];
  }

  group(markId: string): Group | undefined {
    return this.marks.get(markId)?.group;
  }

  /** Moves and dresses everything. `light` is a point of the unit disc over which the key spreads. */
  pose(state: FrameState, quality: Quality, light: readonly [number, number]): void {
    const shown = new Map(state.marks.map((mark) => [mark.id, mark]));
    for (const [id, standing] of this.marks) {
      const mark = shown.get(id);
      standing.group.visible = mark !== undefined;
      if (mark) this.poseMark(standing, mark, quality);
    }
    const { dome, floor } = state.set;
    this.materials.dome.domeStrength.value = dome.strength;
    this.materials.dome.domeTurn.value = (dome.turn * Math.PI) / 180;
    this.materials.dome.domeContrast.value = dome.contrast;
    this.floor.visible = floor !== null && quality !== 'sketch';
    if (floor) {
      this.floor.matrix.makeRotationX(-Math.PI / 2).setPosition(0, floor.level, 0);
      (this.floor.material as ShadowMaterial).opacity = floor.shadow;
    }
    this.poseKey(state, light);
    this.scene.updateMatrixWorld(true);
  }

  private poseMark(standing: Standing, mark: MarkState, quality: Quality): void {
    const { group, copies } = standing;
    group.matrix.fromArray(mark.pose as number[]);
    if (mark.inflate !== null && mark.inflate !== standing.inflate) {
      this.blowUp(standing, mark.inflate);
    }
    for (let i = copies.length; i < mark.copies.length; i++) {
      const copy = (copies[0] as Group).clone(true);
      // Cloning writes what it copies as plain data, and with a pose of its own.
      copy.children.forEach((mesh, k) => (mesh.userData = ((copies[0] as Group).children[k] as Mesh).userData));
      copies.push(copy);
      group.add(copy);
    }
    copies.forEach((copy, i) => {
      const pose = mark.copies[i];
      copy.visible = pose !== undefined;
      if (!pose) return;
      copy.matrix.fromArray(pose as number[]);
      for (const mesh of copy.children as Mesh[]) this.dress(mesh, mark, quality);
    });
  }

  private dress(mesh: Mesh, mark: MarkState, quality: Quality): void {
    const { regions, shell, dress, seat } = mesh.userData as Dress;
    const state = mark.shells[shell];
    // The solids may still be those of a moment ago, when there were more shells.
    mesh.visible = state !== undefined;
    if (!state) return;
    const own = shell === 0 ? mark.dresses[dress] : null;
    const fade = state.fade && fadePlane(state.fade, seat);
    mesh.material = regions.map((region) => {
      const surface = own ?? state.surfaces[region];
      return quality === 'sketch' ? this.materials.sketchFor(surface) : this.materials.litFor(surface, fade);
    });
  }

  /** Blows the skins of a mark up or lets them down. */
  private blowUp(standing: Standing, amount: number): void {
    standing.inflate = amount;
    this.solidsVersion++;
    for (const [solid, geometry] of standing.geometries) {
      if (!solid.swell) continue;
      const { positions, normals } = swollen(solid, amount);
      (geometry.getAttribute('position') as BufferAttribute).copyArray(positions).needsUpdate = true;
      (geometry.getAttribute('normal') as BufferAttribute).copyArray(normals).needsUpdate = true;
      geometry.boundingSphere = null;
      geometry.boundingBox = null;
    }
  }

  private poseKey({ set: { key, floor } }: FrameState, [lx, ly]: readonly [number, number]): void {
    const azimuth = (key.azimuth * Math.PI) / 180;
    const height = (key.height * Math.PI) / 180;
    // The light is a disc in the sky that is seen under twice its softness.
    const spread = Math.tan((key.softness * Math.PI) / 180);
    const direction = new Vector3(Math.sin(azimuth) * Math.cos(height), Math.sin(height), Math.cos(azimuth) * Math.cos(height))
      .addScaledVector(new Vector3(Math.cos(azimuth), 0, -Math.sin(azimuth)), lx * spread)
      .addScaledVector(
        new Vector3(-Math.sin(azimuth) * Math.sin(height), Math.cos(height), -Math.cos(azimuth) * Math.sin(height)),
        ly * spread,
      )
      .normalize();
    this.key.color = new Color(...linearColour(key.colour));
    this.key.intensity = key.strength;
    this.measureReach();
    const { center, radius: size } = this.reach;
    this.key.target.position.copy(center);
    this.key.position.copy(center).addScaledVector(direction, size * 2 + 1);
    const camera = this.key.shadow.camera;
    camera.left = camera.bottom = -size;
    camera.right = camera.top = size;
    camera.near = 0.05;
    // The shadow must reach the floor under and behind the marks.
    camera.far = size * 4 + 2 + (floor ? Math.abs(center.y - floor.level) * 3 : 0);
    camera.updateProjectionMatrix();
    this.key.shadow.normalBias = (size / SHADOW_MAP) * 2.2;
    this.key.shadow.bias = -0.0004;
    this.key.target.updateMatrixWorld();
    this.key.updateMatrixWorld();
  }

  /** Whether what casts or receives the key's shadow has changed since this was last asked. */
  shadowsStale(): boolean {
    const parts: number[] = [...this.key.position.toArray(), ...this.key.target.position.toArray(), this.solidsVersion];
    for (const { group, copies } of this.marks.values()) {
      if (group.visible) parts.push(...group.matrix.elements, ...copies.flatMap((copy) => (copy.visible ? copy.matrix.elements : [])));
    }
    const now = parts.join(' ');
    const stale = now !== this.shadowsOf;
    this.shadowsOf = now;
    return stale;
  }

  /** A sphere about all that casts a shadow. */
  private measureReach(): void {
    let first = true;
    const part = new Sphere();
    for (const { group, copies } of this.marks.values()) {
      if (!group.visible) continue;
      group.updateMatrixWorld(true);
      for (const mesh of copies.flatMap((copy) => (copy.visible ? (copy.children as Mesh[]) : []))) {
        if (!mesh.geometry.boundingSphere) mesh.geometry.computeBoundingSphere();
        part.copy(mesh.geometry.boundingSphere as Sphere).applyMatrix4(mesh.matrixWorld);
        if (first) this.reach.copy(part);
        else this.reach.union(part);
        first = false;
      }
    }
    if (first) this.reach.set(new Vector3(), 2);
  }

  dispose(): void {
    for (const id of [...this.marks.keys()]) this.setSolids(id, null);
    this.floor.geometry.dispose();
    (this.floor.material as ShadowMaterial).dispose();
    this.key.dispose();
    this.materials.dispose();
  }
}

function geometryOf(solid: SolidMesh): BufferGeometry {
  const geometry = new BufferGeometry();
  // A skin's places change with its pressure, so it keeps those it was built with.
  geometry.setAttribute('position', new BufferAttribute(solid.swell ? solid.positions.slice() : solid.positions, 3));
  geometry.setAttribute('normal', new BufferAttribute(solid.swell ? solid.normals.slice() : solid.normals, 3));
  geometry.setAttribute('uv', new BufferAttribute(solid.uvs, 2));
  geometry.setIndex(new BufferAttribute(solid.indices, 1));
  solid.groups.forEach(({ start, count }, i) => geometry.addGroup(start, count, i));
  return geometry;
}
