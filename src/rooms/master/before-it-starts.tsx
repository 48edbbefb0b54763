'use client';

import { bytesAhead } from '@/core/delivery/bytes-ahead';
import type { Machine } from '@/core/delivery/machine';
import { renderRaster, type RenderSettings } from '@/core/delivery/render-settings';
import type { FrameFormat } from '@/core/production/production';
import { Hint, Notice } from '@/parts/controls';

/** Bytes in words. */
export const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : bytes < 1e9 ? `${Math.round(bytes / 1e6)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

/** What some renders need of the disk, before they start: the same frames in each of some rasters. */
export function BeforeItStarts({
  settings,
  rasters,
  machine,
}: {
  settings: RenderSettings;
  rasters: readonly Pick<FrameFormat, 'width' | 'height'>[];
  machine: Machine | null;
}) {
  const needed = rasters.reduce((sum, raster) => sum + bytesAhead(settings, renderRaster(raster, settings.scale)), 0);
  if (!machine) return null;
  return needed > machine.freeBytes ? (
    <Notice role="alert">
      These files take up to {size(needed)}, and the disk has {size(machine.freeBytes)} left. Make room, or order fewer frames or a smaller
      scale.
    </Notice>
  ) : (
    <Hint>
      Up to {size(needed)} on disk, of {size(machine.freeBytes)} that are free.
    </Hint>
  );
}
