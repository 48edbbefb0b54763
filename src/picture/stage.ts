import { Scene, Sphere, Vector3, type Group, type WebGLRenderer } from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import type { Vec3 } from '@/core/space/vector';
import { StandingBackdrops } from './backdrops/standing-backdrops';
import { DomeMap } from './dome/dome-map';
import { EVERY_LIGHT, LIGHT_TEXELS, lightMask, lightRow, placedLights, type PlacedLight } from './lights/light-rows';
import { ShadowAtlas } from './lights/shadow-atlas';
import type { PictureTextures } from './picture-textures';
import { NEAR } from './projection';
import { matteBits, mattesOf } from './matte-bits';
import type { Dressing } from './quality';
import { StandingMark } from './standing-mark';
import { SHARES_SIZE } from './surfaces/surface-glsl';
import { FIRST_PATTERN } from './surfaces/pattern-table';
import { facetTexture } from './surfaces/facet-texture';
import { SlotMaterials } from './surfaces/slot-materials';
import { numberTable } from './tables';

/** What lights must reach where nothing stands. */
const NOTHING_THERE = new Sphere(new Vector3(), 2);

/** A point of the unit disc for each light, by its place among the lights. */
type LightPoint = (index: number) => readonly [number, number];

/** The scene that stands for a FrameState. Solids are put in once; a state only moves and dresses them. */
export class Stage {
  readonly scene = new Scene();
  readonly dome = new DomeMap();
  readonly lightTable = numberTable();
  readonly shares = facetTexture(SHARES_SIZE);
  private readonly atlas = new ShadowAtlas();
  private readonly lighting = {
    lightTable: { value: this.lightTable.texture },
    lightCount: { value: 0 },
    shadowAtlas: { value: this.atlas.texture },
    shadowTable: { value: this.atlas.table.texture },
    facetShares: { value: this.shares },
    everyLight: { value: EVERY_LIGHT },
  };
  readonly materials = new SlotMaterials({ ...this.dome.uniforms, ...this.lighting });
  readonly backdrops = new StandingBackdrops(this.materials);
  private readonly marks = new Map<string, StandingMark>();
  private lights: PlacedLight[] = [];
  private readonly reach = new Sphere();
  /** Rays find shadows themselves; haze looks them up all the same. */
  private hasShadows = false;

  constructor(private readonly pictures: Pick<PictureTextures, 'texture'> | null = null) {
    this.scene.matrixWorldAutoUpdate = false;
    this.scene.add(this.backdrops.group);
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
    const { materials } = this;
    const shown = new Map(state.marks.map((mark) => [mark.id, mark]));
    this.hasShadows = quality !== 'sketch' && (quality !== 'seen' || ofKind(state.set, 'haze') !== undefined);
    materials.begin();
    const bits = matteBits(state.marks);
    for (const [id, standing] of this.marks) {
      const mark = shown.get(id);
      standing.group.visible = mark !== undefined;
      if (!mark) continue;
      const ref = mark.picture?.ref ?? mark.reveal?.ref;
      const picture = ref ? (this.pictures?.texture(ref) ?? null) : null;
      standing.pose(mark, quality, picture, lightMask(state.lights, id), this.hasShadows, mattesOf(mark, bits));
    }
    this.backdrops.pose(state.set, quality);
    materials.end();
    this.dome.set(state, this.pictures);
    this.measureReach();
    this.lights = placedLights(state.lights, point, this.reach.center.toArray());
    this.scene.updateMatrixWorld(true);
  }

  /** Makes ready what lights the state that it stands for: maps of the dome, and shadows where they are looked up. */
  light(renderer: WebGLRenderer): void {
    this.dome.update(renderer);
    this.materials.pictures.update(renderer, this.pictures);
    // What casts shadows may have patterns.
    if (this.materials.hasPatterns) this.fillLights(null);
    const tiles = this.hasShadows ? this.atlas.update(renderer, this, this.lights, this.reach) : null;
    const { lighting } = this;
    this.fillLights(tiles);
    lighting.lightCount.value = this.lights.length;
    lighting.shadowAtlas.value = this.atlas.texture;
    lighting.shadowTable.value = this.atlas.table.texture;
  }

  /** Makes ready what a sketch shows, which has no light: what is cut away, and the dome where the lens sees it. */
  sketch(renderer: WebGLRenderer): void {
    if (this.materials.hasPatterns) this.fillLights(null);
    if (this.dome.isSeen) this.dome.update(renderer);
  }

  /** Distance from a lens at which what stands in the scene begins at the earliest, metres. */
  nearestTo(lens: Vec3): number {
    const away = new Vector3(...lens).distanceTo(this.reach.center);
    return Math.max(NEAR, away - this.reach.radius);
  }

  /** @param tiles of the shadow atlas, by the lights; null before that is drawn */
  private fillLights(tiles: readonly (readonly [number, number])[] | null): void {
    const rows = this.lights.map((light, i) => lightRow(light, tiles?.[i] ?? [0, 0]));
    const gap = new Float32Array(4 * (FIRST_PATTERN - LIGHT_TEXELS * rows.length));
    this.lightTable.fill([...rows, gap, ...this.materials.patternTable]);
    this.lighting.lightTable.value = this.lightTable.texture;
  }

  /** Lets all that casts a shadow wear what it casts it by, or what it is seen in. */
  wearShadows(isCasting: boolean): void {
    this.backdrops.group.visible = !isCasting;
    for (const mark of this.marks.values()) mark.wearShadows(isCasting);
  }

  /** Where all that casts a shadow stands: equal ones cast equal shadows. */
  shapeKey(): string {
    return `${[...this.marks.values()].flatMap((mark) => mark.shadowKey()).join(' ')} ${this.materials.thinKey()}`;
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
    this.backdrops.dispose();
    for (const each of [this.materials, this.dome, this.lightTable, this.shares, this.atlas]) each.dispose();
  }
}
