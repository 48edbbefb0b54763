import type { Production } from '@/core/production/production';
import type { RenderSettings } from '@/core/production/render-settings';
import { PictureClient } from '@/parts/picture-client';

/** Draws one frame in full and hands it to the person as a PNG file. */
export async function saveStill(production: Production, frame: number, raster: { width: number; height: number }, { samples, alpha }: Pick<RenderSettings, 'samples' | 'alpha'>): Promise<void> {
  const client = new PictureClient();
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(production);
    const png = await client.frame({ frame, ...raster, samples, alpha, as: 'png' });
    const address = URL.createObjectURL(new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }));
    const link = document.createElement('a');
    link.href = address;
    link.download = `${production.name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'still'} ${String(frame).padStart(5, '0')}.png`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
  } finally {
    client.dispose();
  }
}
