import { videoPlanes } from '@/core/colour/video-planes';

const flat = (r: number, g: number, b: number, a = 255) => Uint8Array.from({ length: 16 }, (_, i) => [r, g, b, a][i % 4] as number);
const codes = (r: number, g: number, b: number): number[] => {
  const planes = videoPlanes(flat(r, g, b), 2, 2, false);
  return [planes[0] as number, planes[4] as number, planes[5] as number];
};

describe('planes of a video', () => {
  // ITU-R BT.709, eight bits: 100 % colour bars as test generators have them (Y, Cb, Cr); handbook table, from memory.
  test.each([
    ['white', [255, 255, 255], [235, 128, 128]],
    ['yellow', [255, 255, 0], [219, 16, 138]],
    ['cyan', [0, 255, 255], [188, 154, 16]],
    ['green', [0, 255, 0], [173, 42, 26]],
    ['magenta', [255, 0, 255], [78, 214, 230]],
    ['red', [255, 0, 0], [63, 102, 240]],
    ['blue', [0, 0, 255], [32, 240, 118]],
    ['black', [0, 0, 0], [16, 128, 128]],
  ] as const)('%s', (_name, [r, g, b], wanted) => expect(codes(r, g, b)).toEqual(wanted));

  test('luma has every pixel, colour the mean of four, opacity every pixel again', () => {
    const left = flat(255, 255, 255, 40);
    const right = flat(255, 0, 0, 200);
    const rows = [left.slice(0, 8), right.slice(0, 8), left.slice(0, 8), right.slice(0, 8)];
    const rgba = Uint8Array.from(rows.flatMap((row) => [...row]));
    const planes = videoPlanes(rgba, 4, 2, true);
    expect([...planes]).toEqual([235, 235, 63, 63, 235, 235, 63, 63, 128, 102, 128, 240, 40, 40, 200, 200, 40, 40, 200, 200]);
    const mixed = videoPlanes(Uint8Array.from([...flat(255, 255, 255).slice(0, 8), ...flat(0, 0, 0).slice(0, 8)]), 2, 2, false);
    expect([...mixed]).toEqual([235, 235, 16, 16, 128, 128]);
  });
});
