import { Group, Mesh, type BufferGeometry } from 'three';
import type { SetState, SurfaceState } from '@/core/frame/frame-state';
import { BACKDROPS, type BackdropKind } from '@/core/production/owners/backdrops/backdrops';
import type { SolidMesh } from '@/core/solid/mesh';
import type { Dressing } from '../quality';
import type { SlotMaterials } from '../surfaces/slot-materials';
import type { Catching } from '../surfaces/surface-table';
import { BACKDROP_SHAPES, type BackdropState } from './backdrop-shapes';

const isBackdrop = (state: SetState): state is BackdropState => BACKDROPS.some(({ kind }) => kind === state.kind);

const shapeOf = ({ kind }: BackdropState) =>
  BACKDROP_SHAPES[kind] as { [K in keyof (typeof BACKDROP_SHAPES)['floor']]: (state: BackdropState) => never };

/** An index whose boundary mirrors as much of what meets it straight on (Fresnel). */
const indexFor = (share: number): number => (1 + Math.sqrt(Math.min(share, 0.98))) / (1 - Math.sqrt(Math.min(share, 0.98)));

/** What a backdrop is made of: matte with a gloss, or of what only reflections are seen, all gloss. */
const surfaceOf = ({ values: { colour, roughness, reflection }, settings: { look } }: BackdropState): SurfaceState => ({
  material: 'matte',
  colour,
  roughness,
  opacity: 1,
  metalness: look === 'solid' ? 0 : 1,
  coat: 0,
  coatRoughness: 0,
  index: indexFor(reflection),
  glow: 0,
  transmission: 0,
  bending: 0,
  within: [1, 1, 1],
  depth: 1,
  thickness: 0,
  stretch: 0,
  brushing: 0,
  patterns: [],
});

const catchingOf = ({ values: { shadow, reflection, sky }, settings: { look } }: BackdropState): Catching | null =>
  look === 'solid' ? null : { shadow, reflection: look === 'glossy' ? reflection : 0, sky };

/** Mattes are written before it (-1). */
const BEFORE_MARKS = -0.5;

interface Standing {
  mesh: Mesh;
  shape: string;
}

/** Floor, wall and sweep as they stand in the scene. */
export class StandingBackdrops {
  readonly group = new Group();
  private readonly standing = new Map<BackdropKind, Standing>();
  /** Height of the level mirror, metres; null where nothing mirrors. */
  mirrorLevel: number | null = null;

  constructor(private readonly materials: SlotMaterials) {}

  pose(set: readonly SetState[], quality: Dressing): void {
    this.mirrorLevel = null;
    for (const { mesh } of this.standing.values()) mesh.visible = false;
    if (quality === 'sketch') return;
    for (const state of set) if (isBackdrop(state)) this.place(state, quality);
  }

  /** The mirror itself is not among what it mirrors. */
  hideMirror(isHidden: boolean): void {
    const mirror = this.standing.get('floor');
    if (mirror) mirror.mesh.visible = !isHidden;
  }

  dispose(): void {
    for (const { mesh } of this.standing.values()) mesh.geometry.dispose();
  }

  private place(state: BackdropState, quality: Dressing): void {
    const mesh = this.meshOf(state);
    mesh.visible = true;
    mesh.matrix.copy(shapeOf(state).matrix(state));
    const catches = catchingOf(state);
    const isMirror = state.kind === 'floor' && state.values.reflection > 0 && state.settings.look !== 'shadow';
    if (isMirror) this.mirrorLevel = state.values.level;
    const program = quality === 'seen' ? 'seen' : catches ? 'litCatcher' : 'lit';
    const features = { catches, reach: state.values.reach, isMirror, of: { id: `set/${state.kind}`, region: '' } };
    const material = this.materials.wear(program, `set/${state.kind}`, surfaceOf(state), features);
    // What only takes shadows is in no ray's way: those meet meshes of several materials.
    mesh.material = catches ? material : [material];
  }

  private meshOf(state: BackdropState): Mesh {
    const shape = shapeOf(state).shapeKey(state) as string;
    let own = this.standing.get(state.kind);
    if (!own) {
      own = { mesh: new Mesh(), shape: '-' };
      own.mesh.matrixAutoUpdate = false;
      // What is laid over what is behind it writes no depths: what can be seen through comes after it, whichever was made first.
      own.mesh.renderOrder = BEFORE_MARKS;
      this.standing.set(state.kind, own);
      this.group.add(own.mesh);
    }
    if (own.shape !== shape) {
      own.mesh.geometry.dispose();
      own.mesh.geometry = asSolid(shapeOf(state).geometry(state));
      own.shape = shape;
    }
    return own.mesh;
  }
}

/** A geometry of one region, as rays know those of solids. */
function asSolid(geometry: BufferGeometry): BufferGeometry {
  const count = geometry.index?.count ?? 0;
  geometry.addGroup(0, count, 0);
  geometry.userData.solid = { groups: [{ region: 'face', start: 0, count }] } satisfies Pick<SolidMesh, 'groups'>;
  return geometry;
}
