import type { LayerKind } from './layers';
import { isVideo, type Output } from './outputs/outputs';
import { frameFiles, framesOf, type RenderSettings } from './render-settings';

/** Numbers a pixel of each kind of layer, and their bytes; of marks, lights and effects as many as a few of them have. */
const LAYER_BYTES: Record<LayerKind, number> = {
  lights: 6 * 5,
  marks: 8 * 6,
  effects: 8 * 4,
  shadow: 2,
  reflection: 8,
  depth: 4,
  position: 12,
  normal: 6,
  motion: 8,
  mattes: 2 * 4,
  regions: 2 * 4,
};

/** Bytes a pixel that a file takes at most: noise does not pack. */
function bytesAPixel(output: Output, alpha: boolean): number {
  switch (output.kind) {
    case 'png':
      return ((alpha ? 4 : 3) * Number(output.depth)) / 8;
    case 'jpeg':
      return 0.8;
    case 'exr':
      return 8 + output.layers.reduce((sum, layer) => sum + LAYER_BYTES[layer], 0);
    case 'ffv1':
      return alpha ? 8 : 6;
    case 'prores-4444':
      return alpha ? 1.5 : 1;
    case 'prores-422-hq':
    case 'dnxhr-hqx':
      return 0.7;
    default:
      return 0.3;
  }
}

/** Room on disk that a render takes at most, bytes. */
export function bytesAhead(settings: RenderSettings, { width, height }: { width: number; height: number }): number {
  const outputs = [...frameFiles(settings).map(({ output }) => output), ...settings.outputs.filter(isVideo)];
  return framesOf(settings).length * width * height * outputs.reduce((sum, output) => sum + bytesAPixel(output, settings.alpha), 0);
}
