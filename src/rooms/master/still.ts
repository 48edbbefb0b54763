import type { Production } from '@/core/production/production';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { drawnBy, type RenderSettings } from '@/core/delivery/render-settings';
import { download } from '@/parts/download';
import { PictureClient } from '@/parts/picture-client';

/** Draws one frame in full and hands it to the person as a PNG file. */
export async function saveStill(
  production: Production,
  frame: number,
  raster: { width: number; height: number },
  settings: RenderSettings,
): Promise<void> {
  const client = new PictureClient();
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(production);
    const png = await client.frame({ frame, ...raster, ...drawnBy(settings), as: outputOfKind('png') });
    download(png, `${production.name} ${String(frame).padStart(5, '0')}.png`, 'image/png');
  } finally {
    client.dispose();
  }
}
