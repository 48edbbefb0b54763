import type { RenderSummary } from '@/core/delivery/listing';
import { renderSettingsSchema } from '@/core/delivery/render-settings';

/** A render of ten frames, four of which are on disk. */
export const renderSummary = (change: Partial<RenderSummary> = {}, settings: object = {}): RenderSummary => ({
  id: 'r',
  productionId: 'p',
  productionName: 'Ident',
  revision: 1,
  settings: renderSettingsSchema.parse({ last: 9, ...settings }),
  status: 'open',
  reason: null,
  position: 1,
  total: 10,
  done: 4,
  videos: [],
  encoding: null,
  working: 0,
  folder: 'somewhere',
  reports: [],
  createdAt: new Date(0).toISOString(),
  ...change,
});
