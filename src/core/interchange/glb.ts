import { Document, WebIO, type Accessor, type Buffer, type Material as GltfMaterial, type Node } from '@gltf-transform/core';
import type { MarkState, SurfaceState } from '../frame/frame-state';
import type { MarkSolids, PlacedSolid } from '../frame/solids/mark-solids';
import { isStanding, standingPose, standingSurface } from '../frame/solids/standing-solid';
import type { Mark } from '../production/mark';
import { MATERIALS } from '../production/materials';
import type { Region } from '../solid/mesh';
import { IDENTITY, multiply, type Mat4 } from '../space/matrix';

/** What of a mark goes out: its name and its shells' names, its solids, how it is at the moment, and where it stands. */
export interface GlbInput {
  mark: Pick<Mark, 'name' | 'shells'>;
  solids: MarkSolids;
  state: MarkState;
  /** Pose of the mark; its own frame when left out. */
  pose?: Mat4;
  /** Places of its copies in its own frame; one, unmoved, when left out. */
  copies?: readonly Mat4[];
}

/**
 * Writes a mark as binary glTF 2.0: a node a piece, a primitive a region, metres, +Y up, texture coordinates in metres.
 * Pieces that are alike share their data.
 */
export async function markGlb({ mark, solids, state, pose = IDENTITY }: GlbInput): Promise<Uint8Array> {
  const document = new Document();
  const root = new GltfMarks(document).node({ mark, solids, state, pose });
  const scene = document.createScene(mark.name).addChild(root);
  document.getRoot().setDefaultScene(scene).getAsset().generator = 'Ironsky';
  return new WebIO().writeBinary(document);
}

/** Puts marks into a glTF document; what is alike in them is there once. */
export class GltfMarks {
  readonly buffer: Buffer;
  private readonly materials = new Map<string, GltfMaterial>();

  constructor(private readonly document: Document) {
    this.buffer = document.createBuffer();
  }

  /** A mark as a node, with a node a piece below it. */
  node({ mark, solids, state, pose = IDENTITY, copies = [IDENTITY] }: GlbInput): Node {
    const { document } = this;
    const shared = new Map<string, Shared>();
    const root = document.createNode(mark.name).setMatrix([...pose] as Matrix16);
    for (const piece of solids.pieces) {
      if (!isStanding(piece, state)) continue;
      const data = shared.get(piece.key) ?? sharedData(document, this.buffer, piece, state);
      shared.set(piece.key, data);
      const mesh = document.createMesh(mark.shells[piece.shell]?.name ?? 'Shell');
      piece.mesh.groups.forEach(({ region }, i) => {
        const primitive = document
          .createPrimitive()
          .setAttribute('POSITION', data.positions)
          .setAttribute('NORMAL', data.normals)
          .setAttribute('TEXCOORD_0', data.uvs)
          .setIndices(data.indices[i] as Accessor);
        mesh.addPrimitive(primitive.setMaterial(this.material(surfaceAt(state, piece, region))));
      });
      for (const copy of copies) {
        const node = document.createNode().setMesh(mesh);
        root.addChild(node.setMatrix([...multiply(copy, standingPose(piece, state))] as Matrix16));
      }
    }
    return root;
  }

  private material(surface: SurfaceState): GltfMaterial {
    const key = JSON.stringify(surface);
    const known = this.materials.get(key) ?? gltfMaterial(this.document, surface);
    this.materials.set(key, known);
    return known;
  }
}

export type Matrix16 = Parameters<ReturnType<Document['createNode']>['setMatrix']>[0];

interface Shared {
  positions: Accessor;
  normals: Accessor;
  uvs: Accessor;
  /** One list a region. */
  indices: Accessor[];
}

function sharedData(document: Document, buffer: Buffer, piece: PlacedSolid, state: MarkState): Shared {
  const { positions, normals } = standingSurface(piece, state);
  const solid = piece.mesh;
  const accessor = (type: 'VEC3' | 'VEC2' | 'SCALAR', array: Float32Array | Uint32Array) =>
    document.createAccessor().setType(type).setArray(array.slice()).setBuffer(buffer);
  return {
    positions: accessor('VEC3', positions),
    normals: accessor('VEC3', ofUnitLength(normals)),
    uvs: accessor('VEC2', solid.uvs),
    indices: solid.groups.map(({ start, count }) => accessor('SCALAR', solid.indices.subarray(start, start + count))),
  };
}

/** glTF asks for normals of unit length to five digits, which sums of single-precision numbers may miss. */
function ofUnitLength(normals: Float32Array): Float32Array {
  const out = normals.slice();
  for (let i = 0; i < out.length; i += 3) {
    const length = Math.hypot(out[i] as number, out[i + 1] as number, out[i + 2] as number);
    if (length === 0) out[i + 2] = 1;
    else for (let k = 0; k < 3; k++) out[i + k] = (out[i + k] as number) / length;
  }
  return out;
}

function surfaceAt({ shells, ownSurfaces }: MarkState, { shell, own: part }: PlacedSolid, region: Region): SurfaceState {
  const own = shell === 0 ? ownSurfaces[part] : null;
  return own ?? (shells[shell] as MarkState['shells'][number]).surfaces[region];
}

function gltfMaterial(document: Document, { material, colour, roughness, opacity, metalness, glow }: SurfaceState): GltfMaterial {
  const { label } = MATERIALS[material];
  const [r, g, b] = colour;
  const made = document
    .createMaterial(label)
    .setBaseColorFactor([r, g, b, opacity])
    .setMetallicFactor(metalness)
    .setRoughnessFactor(roughness)
    .setAlphaMode(opacity < 1 ? 'BLEND' : 'OPAQUE');
  // Light given off beyond full needs an extension; plain glTF stops at the colour itself.
  return glow > 0 ? made.setEmissiveFactor([r, g, b]) : made;
}
