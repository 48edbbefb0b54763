import { Document, WebIO, type Mesh as GltfMesh } from '@gltf-transform/core';
import { produce } from 'immer';
import { Box3, Mesh, Vector3 } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { markStateAt } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { markGlb } from '@/core/interchange/glb';
import { readModel } from '@/core/interchange/model-file';
import { addForm } from '@/core/production/edits/mark-edits';
import { addModel, replaceModel } from '@/core/production/edits/model-edits';
import { emptyProduction } from '@/core/production/production';
import { restOf } from '@/core/production/surface';
import { enclosedVolume, type SolidMesh } from '@/core/solid/mesh';

const FORMAT = { width: 1920, height: 1080, rate: '25', length: 50 } as const;
const HASH = 'a'.repeat(64);

/** A wedge: nothing about it is symmetrical. Places as they are given, or as 8-bit shares of one. */
function wedge(document: Document, { smooth = true, bytes = false, mode = 4 } = {}): GltfMesh {
  const buffer = document.getRoot().listBuffers()[0] ?? document.createBuffer();
  const corners = [0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 0.5];
  const places = bytes ? Uint8Array.from(corners, (v) => v * 255) : Float32Array.from(corners);
  const attribute = (array: Float32Array | Uint8Array) =>
    document
      .createAccessor()
      .setType('VEC3')
      .setArray(array)
      .setNormalized(bytes && array === places)
      .setBuffer(buffer);
  const normals = Float32Array.from([-1, 0, 0, 0, -1, 0, 0, 0, 1, 0, 0, 1]);
  const order = mode === 4 ? [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3] : [0, 2, 1, 3];
  const primitive = document
    .createPrimitive()
    .setMode(mode as 4)
    .setAttribute('POSITION', attribute(places))
    .setIndices(document.createAccessor().setType('SCALAR').setArray(Uint16Array.from(order)).setBuffer(buffer));
  if (smooth) primitive.setAttribute('NORMAL', attribute(normals));
  return document.createMesh().addPrimitive(primitive);
}

/** A file of one mesh under two nodes, each turned, scaled and moved. */
async function fileOf(build: (document: Document) => GltfMesh, scale: [number, number, number] = [2, 3, 0.5]): Promise<Uint8Array> {
  const document = new Document();
  const inner = document.createNode().setMesh(build(document)).setRotation([0.5, 0.5, 0.5, 0.5]).setScale(scale);
  const outer = document
    .createNode()
    .setTranslation([7, -2, 3])
    .setRotation([0, Math.sin(0.3), 0, Math.cos(0.3)])
    .addChild(inner);
  document.getRoot().setDefaultScene(document.createScene().addChild(outer));
  return new WebIO().writeBinary(document);
}

/** What three makes of a file: the corners and normals of its triangles, each once, in the world. */
async function byThree(bytes: Uint8Array): Promise<{ corners: Vector3[]; normals: Vector3[] }> {
  const { scene } = await new GLTFLoader().parseAsync(Uint8Array.from(bytes).buffer, '');
  scene.updateMatrixWorld(true);
  const [corners, normals]: [Vector3[], Vector3[]] = [[], []];
  scene.traverse((node) => {
    if (!(node instanceof Mesh)) return;
    const flat = node.geometry.index ? node.geometry.toNonIndexed() : node.geometry;
    if (!flat.attributes.normal) flat.computeVertexNormals();
    const mirrored = node.matrixWorld.determinant() < 0;
    for (let i = 0; i < flat.attributes.position.count; i++) {
      // It draws what is mirrored with its front turned over; we turn the triangle over instead.
      const from = mirrored && i % 3 > 0 ? i - (i % 3) + 3 - (i % 3) : i;
      corners.push(new Vector3().fromBufferAttribute(flat.attributes.position, from).applyMatrix4(node.matrixWorld));
      normals.push(
        new Vector3().fromBufferAttribute(flat.attributes.normal, from).transformDirection(node.matrixWorld.clone().invert().transpose()),
      );
    }
  });
  return { corners, normals };
}

const cornersOf = ({ positions, normals, indices }: Pick<SolidMesh, 'positions' | 'normals' | 'indices'>) =>
  Array.from(indices, (i) => ({ at: new Vector3().fromArray(positions, 3 * i), normal: new Vector3().fromArray(normals, 3 * i) }));

describe('a model from a file stands as three’s own loader puts it', () => {
  test.each([
    ['with normals', {}, undefined],
    ['without normals', { smooth: false }, undefined],
    ['in bytes that stand for shares', { bytes: true }, undefined],
    ['as a strip', { mode: 5, smooth: false }, undefined],
    ['as a fan', { mode: 6, smooth: false }, undefined],
    ['in a mirror', {}, [-2, 3, 0.5]],
  ] as const)('%s', async (_, options, scale) => {
    const bytes = await fileOf((document) => wedge(document, options), scale && ([...scale] as [number, number, number]));
    const { shape } = await readModel(bytes);
    const { corners, normals } = await byThree(bytes);
    const middle = new Box3().setFromPoints(corners).getCenter(new Vector3());
    const own = shape.parts.flatMap(cornersOf);
    expect(own).toHaveLength(corners.length);
    own.forEach(({ normal, at }, i) => {
      // A strip's triangles may begin at any of their corners.
      const first = i - (i % 3);
      const there = [0, 1, 2].map((k) => at.distanceTo((corners[first + k] as Vector3).clone().sub(middle)));
      expect(Math.min(...there)).toBeLessThan(1e-5);
      if (!('smooth' in options)) expect(normal.dot((normals[i] as Vector3).clone().normalize())).toBeGreaterThan(0.9999);
    });
    // Each triangle faces the way its normals do.
    for (let i = 0; i < own.length; i += 3) {
      const [a, b, c] = own.slice(i, i + 3).map(({ at }) => at) as [Vector3, Vector3, Vector3];
      if ('smooth' in options) expect(own[i]?.normal.dot(b.clone().sub(a).cross(c.clone().sub(a)).normalize())).toBeCloseTo(1, 4);
    }
  });
});

test('what we write we read: a star comes back as high, with the same volume, material and colour', async () => {
  const production = produce(emptyProduction('Model', FORMAT), (d) => void addForm(d, 'star'));
  const [mark] = production.marks;
  if (!mark) throw new Error('no mark');
  const solids = buildMark(mark, []);
  const bytes = await markGlb({ mark, solids, state: markStateAt(production, mark, 0, () => solids.bounds) });
  const { parts, shape } = await readModel(bytes);
  const model = produce(emptyProduction('Read', FORMAT), (d) => void addModel(d, { hash: HASH, name: 'star.glb' }, parts));
  const [read] = model.marks;
  if (read?.body.kind !== 'model') throw new Error('no model');
  const built = buildMark(read, [], { model: shape });
  const height = (box: typeof built.bounds) => (box ? box.max[1] - box.min[1] : NaN);
  expect(height(built.bounds)).toBeCloseTo(1, 6);
  const volume = (pieces: typeof built.pieces) =>
    pieces.reduce((sum, { mesh }) => sum + enclosedVolume({ positions: Float64Array.from(mesh.positions), triangles: mesh.indices }), 0);
  expect(volume(built.pieces) * height(solids.bounds) ** 3).toBeCloseTo(volume(solids.pieces), 4);
  expect(read.name).toBe('star');
  const steel = restOf((mark.shells[0] as (typeof mark.shells)[number]).surfaces.face);
  expect(read.body.parts.map(({ surface }) => surface && restOf(surface))).toEqual([
    { ...steel, roughness: expect.closeTo(steel.roughness, 6) as number },
  ]);
});

/** A scene of several wedges, each of a material of its own. */
async function painted(names: readonly string[]): Promise<Uint8Array> {
  const document = new Document();
  const scene = document.createScene();
  for (const name of names) {
    const mesh = wedge(document);
    mesh.listPrimitives()[0]?.setMaterial(document.createMaterial(name).setMetallicFactor(name.startsWith('metal') ? 1 : 0));
    scene.addChild(document.createNode().setMesh(mesh));
  }
  document.getRoot().setDefaultScene(scene);
  return new WebIO().writeBinary(document);
}

test('each material is a part; a newer file keeps looks and moves by the names of its materials', async () => {
  const first = await readModel(await painted(['metal hull', 'sail']));
  const second = await readModel(await painted(['flag', 'sail', 'metal hull']));
  const before = produce(emptyProduction('Boat', FORMAT), (d) => void addModel(d, { hash: HASH, name: 'boat.glb' }, first.parts));
  const partsOf = (p: typeof before) => (p.marks[0]?.body.kind === 'model' ? p.marks[0].body.parts : []);
  expect(partsOf(before).map(({ name, surface }) => [name, surface?.settings.material])).toEqual([
    ['metal hull', 'polished-steel'],
    ['sail', 'matte'],
  ]);
  const moved = produce(before, (d) => {
    const [, sail] = partsOf(d);
    if (sail) sail.channels.y.rest = 0.3;
  });
  const after = produce(moved, (d) => replaceModel(d, 'mark-1', { hash: 'b'.repeat(64), name: 'boat.glb' }, second.parts));
  expect(partsOf(after).map(({ name, channels }) => [name, channels.y.rest])).toEqual([
    ['flag', 0],
    ['sail', 0.3],
    ['metal hull', 0],
  ]);
  const mark = after.marks[0];
  const solids = mark && buildMark(mark, [], { model: second.shape });
  expect(solids?.pieces.map(({ own }) => own)).toEqual([0, 1, 2]);
  // Its look is no matter of what is built.
  const dyed = produce(after, (d) => {
    const surface = partsOf(d)[0]?.surface;
    if (surface) surface.channels.colour.rest = '#123456';
  });
  expect(mark && dyed.marks[0] && solidsKey(dyed.marks[0]) === solidsKey(mark)).toBe(true);
});

test('what cannot be used is refused in words', async () => {
  await expect(readModel(Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13]))).rejects.toThrow('cannot be read');
  const empty = new Document();
  empty.getRoot().setDefaultScene(empty.createScene());
  await expect(readModel(await new WebIO().writeBinary(empty))).rejects.toThrow('no surfaces');
  const packed = await new WebIO().binaryToJSON(await fileOf((document) => wedge(document)));
  packed.json.extensionsRequired = ['KHR_draco_mesh_compression'];
  const bytes = glbOf(packed.json, Object.values(packed.resources)[0] as Uint8Array);
  await expect(readModel(bytes)).rejects.toThrow('KHR_draco_mesh_compression');
  const points = await fileOf((document) => wedge(document, { mode: 0 }));
  await expect(readModel(points)).rejects.toThrow('no surfaces');
});

/** A binary glTF file by hand (glTF 2.0, 4.4). */
function glbOf(json: object, binary: Uint8Array): Uint8Array {
  const pad = (bytes: Uint8Array, fill: number) => Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4, fill)]);
  const chunks = [
    [0x4e4f534a, pad(Buffer.from(JSON.stringify(json)), 0x20)],
    [0x004e4942, pad(binary, 0)],
  ] as const;
  const body = Buffer.concat(
    chunks.flatMap(([type, bytes]) => {
      const head = Buffer.alloc(8);
      head.writeUInt32LE(bytes.length, 0);
      head.writeUInt32LE(type, 4);
      return [head, bytes];
    }),
  );
  const head = Buffer.alloc(12);
  head.write('glTF', 0, 'latin1');
  head.writeUInt32LE(2, 4);
  head.writeUInt32LE(12 + body.length, 8);
  return Uint8Array.from(Buffer.concat([head, body]));
}
