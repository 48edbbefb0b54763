import { readCube } from '@/core/finish/cube-lut';
import { packTable, unpackTable } from '@/core/finish/packed-table';
import { packedTableSchema } from '@/core/production/owners/effects/colour-table';

const cube = (size: number) => {
  const lines = Array.from({ length: size ** 3 }, (_, i) => [i % size, Math.floor(i / size) % size, Math.floor(i / size ** 2)]);
  return [`TITLE "Deep"`, `LUT_3D_SIZE ${size}`, ...lines.map((line) => line.map((v) => (v / (size - 1)).toFixed(6)).join(' '))].join('\n');
};

test('a table comes out of a document as it was put into it', () => {
  const read = readCube(cube(4));
  const packed = packTable(read, 'file.cube');
  expect(packedTableSchema.parse(JSON.parse(JSON.stringify(packed)))).toEqual(packed);
  expect(unpackTable(packed)).toEqual({ ...read, min: [0, 0, 0], max: [1, 1, 1] });
  expect(packTable({ ...read, title: '' }, 'file.cube').name).toBe('file.cube');
});

test('one that is larger than a document keeps, or whose points are not those it says, is refused', () => {
  const read = readCube(cube(4));
  expect(() => packTable({ ...read, size: 66 }, 'x')).toThrow('at most 65 are kept');
  const packed = packTable(read, 'x');
  // A document that says so is not read: it would be unpacked to any length.
  expect(packedTableSchema.safeParse({ ...packed, size: 66 }).success).toBe(false);
  expect(packedTableSchema.safeParse({ ...packed, is3d: false, size: 4096 }).success).toBe(true);
  expect(() => unpackTable({ ...packed, size: 5 })).toThrow('other points');
  expect(() => unpackTable({ ...packed, size: 3 })).toThrow(RangeError);
});
