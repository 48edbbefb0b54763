import { Mesh, PlaneGeometry, Scene, ShadowMaterial, Sphere, Vector3, type Group, type Material } from 'three';
import type { FrameState, LightState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { radians } from '@/core/space/angle';
import { LIGHT_DRAWERS } from './lights/drawers';
import type { LightDrawer } from './lights/light-drawer';
import type { Dressing } from './quality';
import type { PictureTextures } from './picture-textures';
import { SlotMaterials } from './slot-materials';
import { StandingMark } from './standing-mark';

/** The floor is a plane this large: far past where anyone looks. */
const FLOOR_SIZE = 400;
/** What lights must reach where nothing stands. */
const NOTHING_THERE = new Sphere(new Vector3(), 2);

/** A point of the unit disc for each light, by its place among the lights. */
type LightPoint = (index: number) => readonly [number, number];

/** The scene that stands for a FrameState. Solids are put in once; a state only moves and dresses them. */
export class Stage {
  readonly scene = new Scene();
  readonly materials = new SlotMaterials();
  private readonly floor = new Mesh<PlaneGeometry, Material>(new PlaneGeometry(FLOOR_SIZE, FLOOR_SIZE));
  private readonly shadows = new ShadowMaterial();
  private readonly marks = new Map<string, StandingMark>();
  private readonly lights = new Map<string, { kind: string; drawer: LightDrawer }>();
  private readonly reach = new Sphere();
  private shadowsOf = '';

  constructor(private readonly pictures: Pick<PictureTextures, 'texture'> | null = null) {
    this.scene.matrixWorldAutoUpdate = false;
    this.floor.matrixAutoUpdate = false;
    this.floor.receiveShadow = true;
    this.scene.add(this.floor);
  }

  /** Puts in, replaces or (null) takes out the solids of a mark. */
  setSolids(markId: string, solids: MarkSolids | null): void {
    const old = this.marks.get(markId);
    if (!solids) {
      if (!old) return;
      this.scene.remove(old.group);
      old.dispose();
      this.marks.delete(markId);
      return;
    }
    const standing = old ?? new StandingMark(markId, this.materials);
    standing.setSolids(solids);
    if (old) return;
    this.scene.add(standing.group);
    this.marks.set(markId, standing);
  }

  /** Ids of marks whose solids are in. */
  markIds(): string[] {
    return [...this.marks.keys()];
  }

  group(markId: string): Group | undefined {
    return this.marks.get(markId)?.group;
  }

  /** Geometries given to the graphics card since the beginning: what an edit does not touch is not given again. */
  uploads(): number {
    return [...this.marks.values()].reduce((sum, { uploads }) => sum + uploads, 0);
  }

  /** Moves and dresses everything. */
  pose(state: FrameState, quality: Dressing, point: LightPoint): void {
    const shown = new Map(state.marks.map((mark) => [mark.id, mark]));
    for (const [id, standing] of this.marks) {
      const mark = shown.get(id);
      standing.group.visible = mark !== undefined;
      if (mark) standing.pose(mark, quality, mark.picture?.ref ? (this.pictures?.texture(mark.picture.ref) ?? null) : null);
    }
    const dome = ofKind(state.set, 'dome')?.values;
    this.materials.dome.domeStrength.value = dome?.strength ?? 0;
    this.materials.dome.domeTurn.value = radians(dome?.turn ?? 0);
    this.materials.dome.domeContrast.value = dome?.contrast ?? 0;
    const floor = ofKind(state.set, 'floor')?.values ?? null;
    this.floor.visible = floor !== null && quality !== 'sketch';
    if (floor) {
      this.floor.matrix.makeRotationX(-Math.PI / 2).setPosition(0, floor.level, 0);
      this.shadows.opacity = floor.shadow;
      this.floor.material = quality === 'seen' ? this.materials.seenFloor() : this.shadows;
    }
    this.measureReach();
    this.poseLights(state.lights, point, floor?.level ?? null);
    this.scene.updateMatrixWorld(true);
  }

  private poseLights(states: readonly LightState[], point: LightPoint, floor: number | null): void {
    for (const [id, { kind, drawer }] of this.lights) {
      if (states.some((state) => state.id === id && state.kind === kind)) continue;
      this.scene.remove(drawer.light);
      drawer.dispose();
      this.lights.delete(id);
    }
    states.forEach((state, i) => this.drawerOf(state).set(state, point(i), { sphere: this.reach, floor }));
  }

  private drawerOf(state: LightState): LightDrawer {
    const known = this.lights.get(state.id);
    if (known) return known.drawer;
    const drawer = LIGHT_DRAWERS[state.kind]();
    this.lights.set(state.id, { kind: state.kind, drawer });
    this.scene.add(drawer.light);
    return drawer;
  }

  /** Whether what casts or receives a shadow has changed since this was last asked. */
  shadowsStale(): boolean {
    const lights = [...this.lights.values()].flatMap(({ drawer }) => drawer.shadowKey());
    const marks = [...this.marks.values()].flatMap((mark) => mark.shadowKey());
    const now = [...lights, ...marks].join(' ');
    const stale = now !== this.shadowsOf;
    this.shadowsOf = now;
    return stale;
  }

  /** A sphere about all that casts a shadow. */
  private measureReach(): void {
    let first = true;
    const part = new Sphere();
    const grow = (sphere: Sphere) => {
      if (first) this.reach.copy(sphere);
      else this.reach.union(sphere);
      first = false;
    };
    for (const mark of this.marks.values()) if (mark.group.visible) mark.measure(grow, part);
    if (first) this.reach.copy(NOTHING_THERE);
  }

  dispose(): void {
    for (const id of [...this.marks.keys()]) this.setSolids(id, null);
    for (const { drawer } of this.lights.values()) drawer.dispose();
    this.floor.geometry.dispose();
    this.shadows.dispose();
    this.materials.dispose();
  }
}
