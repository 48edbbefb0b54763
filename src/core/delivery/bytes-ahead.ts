import { isVideo, outputNamed, type Output } from './outputs/outputs';
import { frameFiles, framesOf, type RenderSettings } from './render-settings';

/** Room on disk that a render takes at most, bytes. */
export function bytesAhead(settings: RenderSettings, { width, height }: { width: number; height: number }): number {
  const outputs: Output[] = [...frameFiles(settings).map(({ output }) => output), ...settings.outputs.filter(isVideo)];
  return (
    framesOf(settings).length *
    width *
    height *
    outputs.reduce((sum, output) => sum + outputNamed(output.kind).bytesAPixel(output as never, settings.alpha), 0)
  );
}
