import { HEIGHT, WIDTH } from './plates';

/** Pixels of pictures of plates, looked up. */

/** A pixel: red, green, blue and cover. */
export const at = (pixels: number[], px: number, py: number) =>
  pixels.slice(4 * (py * WIDTH + px)).slice(0, 4) as [number, number, number, number];
/** All of a channel. */
export const sumOf = (pixels: number[], channel: number) => pixels.reduce((sum, v, i) => (i % 4 === channel ? sum + v : sum), 0);

/** Middle of the light of a channel, in half diagonals of the frame. */
export function middleOf(pixels: number[], channel: number): [number, number] {
  let [sx, sy, total] = [0, 0, 0];
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const v = pixels[4 * (y * WIDTH + x) + channel] as number;
      [sx, sy, total] = [sx + v * (x + 0.5 - WIDTH / 2), sy + v * (HEIGHT / 2 - y - 0.5), total + v];
    }
  const unit = Math.hypot(WIDTH, HEIGHT) / 2;
  return [sx / total / unit, sy / total / unit];
}
