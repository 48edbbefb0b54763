import { Box3, Group, Matrix4, Mesh, type BufferAttribute, type BufferGeometry, type Material, type Sphere, type Texture } from 'three';
import type { MarkState, PartState } from '@/core/frame/frame-state';
import type { MarkSolids, PlacedSolid } from '@/core/frame/solids/mark-solids';
import { partOf } from '@/core/frame/part-places';
import { isStanding, standingPose, standingSurface, swellOf } from '@/core/frame/solids/standing-solid';
import type { SolidMesh } from '@/core/solid/mesh';
import { IDENTITY, multiply } from '@/core/space/matrix';
import { EVERY_LIGHT } from './lights/light-rows';
import { drawnCopies } from './drawn-copies';
import { MatteWriter, type Matte, type Silhouette } from './matte-writer';
import { looksOtherwise, seenOn } from './part-look';
import { wipeOf } from './part-wipe';
import { boxOf, geometryOf, shapeKey } from './piece-geometry';
import type { Dressing } from './quality';
import { fadePlane } from './surfaces/fade';
import { layOn, throwOn } from './surfaces/laid-picture';
import { regionRows, type PatternGround } from './surfaces/pattern-table';
import type { SlotMaterials } from './surfaces/slot-materials';

/** What of light is seen on a mark that only takes shadows. */
const ONLY_SHADOW = { shadow: 1, reflection: 0, sky: 0 } as const;

/** What a piece wears: a material a group, and what each of them casts its shadow by; none where no shadows are drawn. */
interface Dress {
  materials: Material[];
  casting: Material | Material[];
}

/** What a mark is cut by, and the bit of the stencil by which it cuts others; null for nothing. */
export interface Mattes {
  cutBy: Matte | null;
  writes: number | null;
}
const NO_MATTES: Mattes = { cutBy: null, writes: null };

/** A copy of the mark that looks otherwise than the others. */
interface CopyState {
  state: PartState;
  index: number;
}

/** A geometry on the graphics card, and what shapes it beside its solid. */
interface Shaped {
  geometry: BufferGeometry;
  solid: SolidMesh;
  /** Pressure and depths that its places stand for, as text. */
  shape: string;
}

/**
 * The solids of one mark in the scene, with its copies. New solids take the place of old ones piece by piece: what is the same stays on the
 * graphics card.
 */
export class StandingMark {
  readonly group = new Group();
  private readonly copies: Group[] = [];
  private readonly matte = new MatteWriter();
  private cutBy: Matte | null = null;
  private readonly shaped = new Map<string, Shaped>();
  private pieces: PlacedSolid[] = [];
  /** How far it reaches at rest; measured where anything asks. */
  private extent: Box3 | null = null;

  /** Geometries made since the beginning. */
  uploads = 0;
  /** Rises when the places of any geometry change. */
  version = 0;

  constructor(
    private readonly id: string,
    private readonly materials: SlotMaterials,
  ) {
    this.group.matrixAutoUpdate = false;
    this.group.name = id;
    this.group.add(this.matte.group);
  }

  setSolids({ pieces }: MarkSolids): void {
    this.version++;
    const wanted = new Set(pieces.map(shapeKey));
    for (const [key, { geometry }] of this.shaped) {
      if (wanted.has(key)) continue;
      geometry.dispose();
      this.shaped.delete(key);
    }
    for (const piece of pieces) {
      const key = shapeKey(piece);
      if (this.shaped.has(key)) continue;
      this.uploads++;
      this.shaped.set(key, { geometry: geometryOf(piece.mesh), solid: piece.mesh, shape: '' });
    }
    this.pieces = pieces;
    this.extent = null;
    this.group.clear();
    this.group.add(this.matte.group);
    this.copies.length = 0;
  }

  /**
   * Moves and dresses the mark and its copies.
   * @param picture what lies on it as its picture
   * @param lights bits of the lights that light it
   * @param casts it is asked what it casts its shadows by
   * @param mattes what it is cut by, and the bit by which it cuts others
   */
  pose(
    mark: MarkState,
    quality: Dressing,
    picture: Texture | null = null,
    lights: number = EVERY_LIGHT,
    casts: boolean = quality === 'lit' || quality === 'full',
    mattes: Mattes = NO_MATTES,
  ): void {
    this.cutBy = mattes.cutBy;
    this.group.matrix.fromArray(mark.pose as number[]);
    for (const piece of this.pieces) this.shape(piece, mark);
    const drawn = drawnCopies(mark);
    while (this.copies.length < drawn.length) this.addCopy();
    const dressFor = (shown: MarkState, copy: CopyState | null) =>
      this.pieces.map((piece) => this.dressOf(piece, shown, quality, picture, lights, casts, copy));
    const alike = dressFor(mark, null);
    this.copies.forEach((copy, i) => {
      const one = drawn[i];
      copy.visible = one !== undefined && one.state?.on !== false && !mark.cutsOnly;
      if (!one || !copy.visible) return;
      const { pose, state } = one;
      const shown = one.parts === mark.parts && one.shards === mark.shards ? mark : { ...mark, parts: one.parts, shards: one.shards };
      copy.matrix.fromArray(pose as number[]);
      const isAlike = shown === mark && !(state && looksOtherwise(state));
      const dress = isAlike ? alike : dressFor(shown, state && { state, index: i });
      this.pieces.forEach((piece, k) => {
        const mesh = copy.children[k] as Mesh;
        const worn = dress[k] as Dress | null;
        mesh.visible = worn !== null;
        if (!worn) return;
        mesh.matrix.fromArray(standingPose(piece, shown) as number[]);
        mesh.material = worn.materials;
        mesh.userData.worn = worn;
      });
    });
    this.matte.update(mattes.writes, () => this.silhouettes(mark, drawn));
  }

  /** All that is seen of it, as it stands, for those that are cut by it. */
  private silhouettes(mark: MarkState, drawn: ReturnType<typeof drawnCopies>): Silhouette[] {
    return drawn.flatMap(({ pose, state, parts, shards }) => {
      if (state?.on === false) return [];
      const shown = { ...mark, parts, shards };
      return this.pieces
        .filter((piece) => isStanding(piece, shown))
        .map((piece) => ({
          geometry: (this.shaped.get(shapeKey(piece)) as Shaped).geometry,
          pose: multiply(pose, standingPose(piece, shown)),
        }));
    });
  }

  /** Lets all that is seen wear what it casts its shadow by, or what it is seen in. */
  wearShadows(isCasting: boolean): void {
    this.matte.hide(isCasting);
    for (const copy of this.copies) {
      for (const mesh of copy.children as Mesh[]) {
        const worn = mesh.userData.worn as Dress | undefined;
        if (worn) mesh.material = isCasting ? worn.casting : worn.materials;
      }
    }
  }

  /** Where all that is seen of the mark stands, as numbers: equal ones cast equal shadows. */
  shadowKey(): readonly number[] {
    if (!this.group.visible) return [];
    const parts = this.copies.flatMap((copy) =>
      copy.visible ? [...copy.matrix.elements, ...copy.children.flatMap((mesh) => (mesh.visible ? mesh.matrix.elements : [0]))] : [],
    );
    return [this.version, ...this.group.matrix.elements, ...parts];
  }

  /** Lets a sphere grow about all that is seen of the mark; returns whether there was anything. */
  measure(into: (part: Sphere) => void, part: Sphere): void {
    this.group.updateMatrixWorld(true);
    for (const copy of this.copies) {
      if (!copy.visible) continue;
      for (const mesh of copy.children as Mesh[]) {
        if (!mesh.visible) continue;
        if (!mesh.geometry.boundingSphere) mesh.geometry.computeBoundingSphere();
        into(part.copy(mesh.geometry.boundingSphere as Sphere).applyMatrix4(mesh.matrixWorld));
      }
    }
  }

  dispose(): void {
    for (const { geometry } of this.shaped.values()) geometry.dispose();
    this.matte.dispose();
    this.materials.release(`${this.id}/`);
  }

  private addCopy(): void {
    const copy = new Group();
    copy.matrixAutoUpdate = false;
    for (const piece of this.pieces) {
      const mesh = new Mesh((this.shaped.get(shapeKey(piece)) as Shaped).geometry);
      mesh.matrixAutoUpdate = false;
      mesh.userData.shell = piece.shell;
      copy.add(mesh);
    }
    this.copies.push(copy);
    this.group.add(copy);
  }

  /** Blows a solid up and shifts its halves, where its mark is keyed to. */
  private shape(piece: PlacedSolid, mark: MarkState): void {
    const own = this.shaped.get(shapeKey(piece)) as Shaped;
    const now = mark.shells[piece.shell];
    const depths = (piece.built || piece.mesh.line) && now ? `${now.from} ${now.to}` : '';
    const shape = `${piece.mesh.swell ? swellOf(piece, mark) : ''} ${depths} ${piece.mesh.line ? JSON.stringify(mark.line) : ''}`;
    if (shape === own.shape) return;
    own.shape = shape;
    const { positions, normals } = standingSurface(piece, mark);
    const { geometry } = own;
    const place = geometry.getAttribute('position') as BufferAttribute;
    if (place.array.every((v, i) => v === positions[i]) && !piece.mesh.swell) return;
    this.version++;
    place.copyArray(positions).needsUpdate = true;
    (geometry.getAttribute('normal') as BufferAttribute).copyArray(normals).needsUpdate = true;
    geometry.boundingSphere = null;
    geometry.boundingBox = null;
  }

  /** Where patterns lie on a piece. */
  private groundOf(piece: PlacedSolid): PatternGround {
    this.extent ??= this.pieces.reduce(
      (sum, each) =>
        sum.union(
          boxOf(each)
            .clone()
            .applyMatrix4(new Matrix4().fromArray(each.pose as number[])),
        ),
      new Box3(),
    );
    return { seat: piece.pose, mark: this.extent, part: boxOf(piece) };
  }

  /** Materials of a piece by its groups; null where it is not seen. */
  private dressOf(
    piece: PlacedSolid,
    mark: MarkState,
    quality: Dressing,
    picture: Texture | null,
    lights: number,
    isCasting: boolean,
    copy: CopyState | null,
  ): Dress | null {
    const shell = mark.shells[piece.shell];
    // The solids may still be those of a moment ago, when there were more shells.
    if (!shell || !isStanding(piece, mark)) return null;
    const part = partOf(mark, piece);
    const own = piece.shell === 0 ? (mark.ownSurfaces[piece.own] ?? null) : null;
    const fade = shell.fade && fadePlane(shell.fade, piece.pose);
    const stem = `${this.id}/${own ? `own ${piece.own}` : piece.shell}`;
    const panel = piece.shell === 0 && mark.picture?.ref && picture ? mark.picture : null;
    const thrown = mark.reveal && picture ? throwOn(mark.reveal, piece.pose, picture) : null;
    const program = quality === 'sketch' || quality === 'seen' ? quality : 'lit';
    const acting = mark.regions.filter((region) => region.shell === null || region.shell === piece.shell);
    const wipe = part?.look ? wipeOf(part.look, boxOf(piece)) : null;
    const rows = [
      ...acting.flatMap((region) => regionRows(region, standingPose(piece, mark))),
      ...(wipe ? regionRows(wipe, IDENTITY) : []),
    ];
    const regions = rows.length > 0 ? rows : undefined;
    const casting: Material[] = [];
    const materials = piece.mesh.groups.map(({ region }) => {
      const laid = panel && picture ? layOn(region, panel, picture) : thrown;
      if (laid === 'hidden') {
        casting.push(this.materials.hidden);
        return this.materials.hidden;
      }
      const surface = seenOn(seenOn(own ?? shell.surfaces[region], part), copy?.state ?? null);
      const alone = part && looksOtherwise(part) ? `/${piece.parts.join()}` : '';
      const slot = `${stem}/${region}${alone}${copy ? `/copy ${copy.index}` : ''}`;
      const ground = surface.patterns.length > 0 ? this.groundOf(piece) : null;
      // Fades, patterns and what is thrown on lie differently in each piece.
      const fading = fade || ground || regions || thrown ? `${slot}/${this.pieces.indexOf(piece)}` : slot;
      const catches = surface.material === 'only-shadow' ? ONLY_SHADOW : null;
      const features = {
        fade,
        laid,
        lights,
        ground,
        catches,
        matte: this.cutBy,
        of: { id: this.id, region },
        ...(regions ? { regions } : {}),
      };
      // Both sides of a cut-out are read from where they are seen: one of them says what is there of it.
      const casts = !catches && (!laid?.isClear || region === 'face');
      if (isCasting) casting.push(casts ? this.materials.cast(fading, surface, features) : this.materials.hidden);
      return this.materials.wear(catches && program === 'lit' ? 'litCatcher' : program, fading, surface, features);
    });
    const { solidShadow } = this.materials;
    return { materials, casting: casting.length > 0 && casting.every((each) => each === solidShadow) ? solidShadow : casting };
  }
}
