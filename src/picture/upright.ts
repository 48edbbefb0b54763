/** Rows as a picture has them, from the top: a graphics card reads them out from below. */
export function upright<A extends Uint8Array | Float32Array>(rows: A, length: number): A {
  const out = rows.slice() as A;
  const count = rows.length / length;
  for (let y = 0; y < count; y++) out.set(rows.subarray(y * length, (y + 1) * length), (count - 1 - y) * length);
  return out;
}
