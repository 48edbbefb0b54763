import { DataTexture, FloatType, NearestFilter, RGBAFormat, RGBAIntegerFormat, UnsignedIntType } from 'three';

/** Tables are this many texels wide: a power of two, so that the shader finds a texel without dividing. */
export const TABLE_WIDTH = 1024;

const rowsOf = (texels: number) => Math.max(1, Math.ceil(texels / TABLE_WIDTH));

/** A table of 32-bit words, or of numbers, that grows and is filled anew; four to a texel. */
class RayTable<A extends Uint32Array | Float32Array> {
  texture: DataTexture;
  private data: A;

  constructor(private readonly make: (length: number) => A) {
    this.data = make(4 * TABLE_WIDTH);
    this.texture = this.textureOf();
  }

  /** Fills the table by parts, one after another. */
  fill(parts: readonly ArrayLike<number>[]): void {
    const texels = parts.reduce((sum, part) => sum + part.length / 4, 0);
    const length = 4 * TABLE_WIDTH * rowsOf(texels);
    if (length !== this.data.length) {
      this.texture.dispose();
      this.data = this.make(length);
      this.texture = this.textureOf();
    }
    let at = 0;
    for (const part of parts) {
      this.data.set(part, at);
      at += part.length;
    }
    this.texture.needsUpdate = true;
  }

  /** What it begins with. */
  numbers(count: number): A {
    return this.data.subarray(0, count) as A;
  }

  dispose(): void {
    this.texture.dispose();
  }

  private textureOf(): DataTexture {
    const isWords = this.data instanceof Uint32Array;
    const texture = new DataTexture(
      this.data as Uint32Array<ArrayBuffer> | Float32Array<ArrayBuffer>,
      TABLE_WIDTH,
      this.data.length / (4 * TABLE_WIDTH),
      isWords ? RGBAIntegerFormat : RGBAFormat,
      isWords ? UnsignedIntType : FloatType,
    );
    // Bits that are no number as a float must not pass through a float.
    texture.internalFormat = isWords ? 'RGBA32UI' : 'RGBA32F';
    texture.minFilter = texture.magFilter = NearestFilter;
    texture.needsUpdate = true;
    return texture;
  }
}

export const wordTable = () => new RayTable((length) => new Uint32Array(length));
export const numberTable = () => new RayTable((length) => new Float32Array(length));
