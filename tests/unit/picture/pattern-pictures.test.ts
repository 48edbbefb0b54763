import type { PictureRef } from '@/core/frame/frame-state';
import { PatternPictures } from '@/picture/surfaces/pattern-pictures';

const ref = (i: number): PictureRef => ({ hash: String(i).padStart(64, '0'), holds: 'still', frame: 0 });

test('each picture keeps its layer; one that nothing shows any more makes room for another', () => {
  const pictures = new PatternPictures();
  const layersOf = (...shown: number[]) => {
    pictures.begin();
    return shown.map((i) => pictures.layerOf(ref(i)));
  };
  expect(layersOf(1, 2, 1)).toEqual([0, 1, 0]);
  // One after another, as they are tried on one mark.
  const tried = Array.from({ length: 40 }, (_, i) => layersOf(2, 100 + i));
  for (const [kept, other] of tried) {
    expect(kept).toBe(1);
    expect(other).not.toBe(1);
    expect(other).toBeGreaterThanOrEqual(0);
  }
  // More than there is room for at once: those that come last are not there.
  const all = layersOf(...Array.from({ length: 14 }, (_, i) => 200 + i));
  expect(new Set(all.filter((layer) => layer >= 0)).size).toBe(12);
  expect(all.filter((layer) => layer < 0)).toHaveLength(2);
  pictures.dispose();
});
