import { WebIO, type GLTF, type Material, type Node, type Primitive } from '@gltf-transform/core';
import { hexColour } from '../colour/transfer';
import { bareName } from '../production/media';
import { MAX_MODEL_PARTS } from '../production/mark';
import type { SurfaceLook } from '../production/surface';
import type { ModelMesh, ModelShape } from '../solid/model';
import { modelPrimitive, type ModelPrimitive } from './model-primitive';

/** Thrown when a model cannot be used; the message says why, in words. */
export class ModelFileError extends Error {}

/** As many triangles as a production stays easy to handle with. */
export const MAX_MODEL_TRIANGLES = 2_000_000;
const MAX_NODES = 20_000;

/** Ways of packing and describing that change nothing that is read here, or that the reader knows. */
const KNOWN = /^(KHR_mesh_quantization|KHR_texture_transform|KHR_materials_\w+|KHR_lights_punctual|KHR_node_visibility|EXT_texture_\w+)$/;

/** What of a model is of one material. */
export interface ReadPart {
  name: string;
  look: SurfaceLook;
}

export interface ReadModel {
  shape: ModelShape;
  /** In the order of the shape's parts. */
  parts: ReadPart[];
  /** What of the file is left out, in words. */
  notes: string[];
}

/**
 * Reads the default scene of a binary glTF 2.0 file: triangles with their materials, as the file has them at rest.
 * @throws ModelFileError in plain words
 */
export async function readModel(bytes: Uint8Array): Promise<ReadModel> {
  const io = new WebIO();
  let read: Awaited<ReturnType<WebIO['readJSON']>>;
  let json: GLTF.IGLTF;
  try {
    const binary = await io.binaryToJSON(bytes);
    json = binary.json;
    const foreign = (json.extensionsRequired ?? []).filter((name) => !KNOWN.test(name));
    if (foreign.length > 0)
      throw new ModelFileError(`This model needs ${foreign.join(', ')}, which is not read here. Save it without, and uncompressed.`);
    if ((json.nodes?.length ?? 0) > MAX_NODES) throw new ModelFileError(`A model can have at most ${MAX_NODES} nodes.`);
    read = await io.readJSON(binary);
  } catch (error) {
    if (error instanceof ModelFileError) throw error;
    throw new ModelFileError('This model cannot be read: it is damaged, or no binary glTF 2.0 file.');
  }
  const root = read.getRoot();
  const scene = root.getDefaultScene() ?? root.listScenes()[0];
  const notes = new Set<string>();
  const byMaterial = new Map<Material | null, ModelPrimitive[]>();
  let triangles = 0;
  const take = (primitive: Primitive, node: Node) => {
    const made = modelPrimitive(primitive, node.getWorldMatrix());
    if (!made) return void notes.add('Its points and lines are left out.');
    triangles += made.indices.length / 3;
    if (triangles > MAX_MODEL_TRIANGLES)
      throw new ModelFileError(`A model can have at most ${MAX_MODEL_TRIANGLES / 1e6} million triangles.`);
    const material = primitive.getMaterial();
    byMaterial.set(material, [...(byMaterial.get(material) ?? []), made]);
  };
  scene?.traverse((node) =>
    node
      .getMesh()
      ?.listPrimitives()
      .forEach((primitive) => take(primitive, node)),
  );
  if (triangles === 0) throw new ModelFileError('There are no surfaces in this model.');
  if (root.listAnimations().length > 0) notes.add('It stands as it was saved: its animation is left out.');
  if (root.listSkins().length > 0) notes.add('It stands as it was modelled: its bones are left out.');
  if (root.listTextures().length > 0) notes.add('Pictures on its surfaces are left out; their colours and finish are kept.');
  const all = [...byMaterial];
  if (all.length > MAX_MODEL_PARTS) notes.add(`Of its ${all.length} materials the last ones are taken together.`);
  const kept = all.slice(0, MAX_MODEL_PARTS);
  for (const [, more] of all.slice(MAX_MODEL_PARTS)) kept[MAX_MODEL_PARTS - 1]?.[1].push(...more);
  return {
    shape: centred(kept.map(([material, own]) => joined(own, material?.getDoubleSided() ?? false))),
    parts: kept.map(([material], i) => ({
      name: bareName(material?.getName() ?? '').slice(0, 80) || `Part ${i + 1}`,
      look: lookOf(material),
    })),
    notes: [...notes],
  };
}

/** Primitives of one material as one; what is seen from both sides is there twice. */
function joined(primitives: readonly ModelPrimitive[], twoSided: boolean): ModelMesh {
  const all = twoSided ? primitives.flatMap((each) => [each, turnedOver(each)]) : primitives;
  const sum = (length: (each: ModelPrimitive) => number) => all.reduce((total, each) => total + length(each), 0);
  const vertices = sum(({ positions }) => positions.length) / 3;
  const mesh: ModelMesh = {
    positions: new Float32Array(3 * vertices),
    normals: new Float32Array(3 * vertices),
    uvs: new Float32Array(2 * vertices),
    indices: new Uint32Array(sum(({ indices }) => indices.length)),
  };
  let [vertex, index] = [0, 0];
  for (const { positions, normals, uvs, indices } of all) {
    mesh.positions.set(positions, 3 * vertex);
    mesh.normals.set(normals, 3 * vertex);
    mesh.uvs.set(uvs, 2 * vertex);
    for (let i = 0; i < indices.length; i++) mesh.indices[index + i] = (indices[i] as number) + vertex;
    index += indices.length;
    vertex += positions.length / 3;
  }
  return mesh;
}

function turnedOver({ positions, normals, uvs, indices }: ModelPrimitive): ModelPrimitive {
  const back = indices.slice();
  for (let i = 0; i < back.length; i += 3) [back[i + 1], back[i + 2]] = [indices[i + 2] as number, indices[i + 1] as number];
  return { positions, normals: normals.map((v) => -v), uvs, indices: back };
}

/** The whole moved so that the middle of its extent is the origin. */
function centred(parts: ModelMesh[]): ModelShape {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  for (const { positions } of parts)
    for (let i = 0; i < positions.length; i++) {
      const v = positions[i] as number;
      if (!Number.isFinite(v)) throw new ModelFileError('There are places in this model that are no numbers.');
      min[i % 3] = Math.min(min[i % 3] as number, v);
      max[i % 3] = Math.max(max[i % 3] as number, v);
    }
  const size = max.map((v, k) => v - (min[k] as number)) as [number, number, number];
  const largest = Math.max(...size);
  if (!(largest > 0)) throw new ModelFileError('This model has no extent.');
  for (const { positions } of parts)
    for (let i = 0; i < positions.length; i++)
      positions[i] = (positions[i] as number) - ((min[i % 3] as number) + (max[i % 3] as number)) / 2;
  return { parts, height: size[1] > 1e-3 * largest ? size[1] : largest };
}

/** A base material as one of ours (glTF 2.0, 3.9: factors are linear). */
function lookOf(material: Material | null): SurfaceLook {
  if (!material) return { material: 'matte' };
  const [r, g, b, alpha] = material.getBaseColorFactor();
  const glow = material.getEmissiveFactor();
  const isGlowing = Math.max(...glow) > 0.3;
  const kind = isGlowing ? 'glow' : material.getMetallicFactor() >= 0.5 ? 'polished-steel' : 'matte';
  const colour = isGlowing ? ([...glow] as [number, number, number]) : ([r, g, b] as [number, number, number]);
  return {
    material: kind,
    colour: hexColour(colour.map((v) => Math.min(1, Math.max(0, v))) as [number, number, number]),
    roughness: Math.min(1, Math.max(0.02, material.getRoughnessFactor())),
    opacity: material.getAlphaMode() === 'BLEND' ? Math.min(1, Math.max(0, alpha)) : 1,
  };
}
