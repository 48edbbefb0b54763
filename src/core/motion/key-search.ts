/** Index of the last key at or before a frame, -1 before the first. Cost grows with the logarithm of the number of keys. */
export function keyIndexAt(keys: readonly { frame: number }[], frame: number): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((keys[middle] as { frame: number }).frame <= frame) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
