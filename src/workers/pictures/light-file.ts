import { EXRLoader } from 'three/addons/loaders/EXRLoader.js';
import { HDRLoader } from 'three/addons/loaders/HDRLoader.js';
import { HalfFloatType } from 'three';
import { LightPicture } from '@/picture/light-picture';
import { checkSide, PictureFileError, type PictureFile } from './opened';

/** Most points of a picture of light: eight bytes each. */
const MAX_POINTS = 8192 * 4096;

interface Read {
  width?: number;
  height?: number;
  data: Uint16Array;
  /** Whether its first row is the lowest one. */
  isUpward: boolean;
}

/** Files whose numbers are light itself, by how they begin (Radiance: G. Ward, 1991; OpenEXR file layout). */
const KINDS: readonly { begins: readonly number[]; what: string; read: (bytes: ArrayBuffer) => Read }[] = [
  { begins: [0x23, 0x3f], what: 'Radiance', read: (bytes) => ({ ...parsed(new HDRLoader(), bytes), isUpward: false }) },
  { begins: [0x76, 0x2f, 0x31, 0x01], what: 'OpenEXR', read: (bytes) => ({ ...parsed(new EXRLoader(), bytes), isUpward: true }) },
];

function parsed(loader: HDRLoader | EXRLoader, bytes: ArrayBuffer): { width?: number; height?: number; data: Uint16Array } {
  loader.type = HalfFloatType;
  return loader.parse(bytes) as unknown as { width?: number; height?: number; data: Uint16Array };
}

const kindOf = (head: Uint8Array) => KINDS.find(({ begins }) => begins.every((byte, i) => head[i] === byte));

/** Whether a file's numbers are light itself. */
export const isLightFile = (head: Uint8Array): boolean => kindOf(head) !== undefined;

/** Decodes a picture of light. @throws PictureFileError where it cannot be */
async function decode(file: Blob): Promise<LightPicture> {
  const bytes = await file.arrayBuffer();
  const kind = kindOf(new Uint8Array(bytes.slice(0, 4)));
  if (!kind) throw new PictureFileError('This is no picture of light.');
  let read: Read;
  try {
    read = kind.read(bytes);
  } catch {
    throw new PictureFileError(`This ${kind.what} file cannot be read: it is damaged, or packed in a way that is not known here.`);
  }
  const { width = 0, height = 0, data, isUpward } = read;
  checkSide(width, height);
  if (width * height > MAX_POINTS) throw new PictureFileError(`This ${kind.what} file is larger than 8192 by 4096 points.`);
  if (data.length < width * height * 4)
    throw new PictureFileError(`This ${kind.what} file ends before its picture does, or has no red, green and blue.`);
  return new LightPicture(width, height, isUpward ? data : upsideDown(data, width * 4));
}

/** Rows from below, as a texture has them. */
function upsideDown(data: Uint16Array, row: number): Uint16Array {
  const out = new Uint16Array(data.length);
  for (let at = 0; at + row <= data.length; at += row) out.set(data.subarray(at, at + row), data.length - row - at);
  return out;
}

/** A picture whose numbers are light: Radiance or OpenEXR. */
export async function openLight(file: Blob): Promise<PictureFile> {
  const { width, height } = await decode(file);
  return { facts: { holds: 'still', width, height, frames: 1, rate: 25, alpha: false }, frame: () => decode(file), close: () => undefined };
}
