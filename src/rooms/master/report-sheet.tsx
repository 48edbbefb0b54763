'use client';

import { FileText } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { readSettingsSchema } from '@/core/check/read-check';
import type { RenderSummary } from '@/core/delivery/listing';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import { framesOf, renderRaster } from '@/core/delivery/render-settings';
import { fontsOfWords } from '@/core/production/fonts-of-words';
import type { FontRef } from '@/core/outline/font-ref';
import { SHIPPED_FONTS } from '@/core/outline/shipped-fonts';
import type { UploadedFont } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { reportSheet, type SheetContent } from '@/core/report/report-sheet';
import { api } from '@/parts/api';
import { Button, Trouble } from '@/parts/controls';
import { download } from '@/parts/download';
import { pictureBlob } from '@/parts/picture-blob';
import { CancelledError, PictureClient } from '@/parts/picture-client';
import { useAttempt } from '@/parts/use-attempt';
import { Working } from '@/parts/working';
import { checksOf } from './check-run-store';
import { settingsWords } from './render-words';

/** Pictures of the contact sheet, how wide each is in pixels, and sub-frames of each. */
const STILLS = 12;
const WIDTH = 320;
const SAMPLES = 8;

/** Frames of a render for its contact sheet: evenly from the first to the last. */
function stillFrames(frames: readonly number[]): number[] {
  const count = Math.min(STILLS, frames.length);
  return Array.from({ length: count }, (_, i) => frames[Math.round((i * (frames.length - 1)) / Math.max(1, count - 1))] as number);
}

const dataAddress = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error('A picture could not be read.'));
    reader.readAsDataURL(blob);
  });

/** Names of the fonts that words are set in. */
async function fontNames(production: Production): Promise<string[]> {
  const uploaded = (await api<{ fonts: UploadedFont[] }>('/api/fonts')).fonts;
  const nameOf = ({ source, id }: FontRef) =>
    source === 'shipped' ? SHIPPED_FONTS.find((font) => font.id === id)?.label : uploaded.find((font) => font.id === id)?.name;
  return [...new Set(fontsOfWords(production).map((ref) => nameOf(ref) ?? 'a font that is missing'))];
}

async function stillsOf(production: Production, render: RenderSummary, signal: AbortSignal): Promise<SheetContent['stills']> {
  const { settings } = render;
  const raster = renderRaster(production.format, settings.scale);
  const size = { width: WIDTH, height: Math.max(2, Math.round((WIDTH * raster.height) / raster.width)) };
  const client = new PictureClient();
  const stills: { frame: number; picture: string }[] = [];
  try {
    client.useCanvas(new OffscreenCanvas(16, 16));
    client.setProduction(production);
    const { rate, alpha } = settings;
    for (const frame of stillFrames(framesOf(settings))) {
      const order = { frame, ...size, samples: SAMPLES, alpha, traced: false, ...(rate ? { rate } : {}), as: { kind: 'rgba' } as const };
      const pixels = await client.frame(order, signal);
      const blob = await pictureBlob({ ...size, pixels }, { type: alpha ? 'image/png' : 'image/jpeg', quality: 0.86 });
      stills.push({ frame, picture: await dataAddress(blob) });
    }
    return stills;
  } finally {
    client.dispose();
  }
}

/** Gathers all that a report sheet tells of a render, and writes it. @param told how far it is, from 0 to 1 */
async function writeSheet(render: RenderSummary, told: (share: number) => void, signal: AbortSignal): Promise<string> {
  const { document: production } = await api<{ document: Production }>(`/api/renders/${render.id}`);
  const { settings } = render;
  const rate = settings.rate ?? production.format.rate;
  const verdicts = await checksOf(production, readSettingsSchema.parse({}), (done, of) => told((0.85 * done) / of), signal);
  const stills = await stillsOf(production, render, signal);
  told(1);
  return reportSheet({
    production: production.name,
    version: settings.name,
    ...renderRaster(production.format, settings.scale),
    rate,
    first: settings.first,
    last: settings.last,
    drawn: settingsWords(render),
    files: settings.outputs.map(({ kind }) => outputNamed(kind).label),
    fonts: await fontNames(production),
    sound: production.sound && settings.sound ? production.sound.name : null,
    stills,
    verdicts,
    reports: render.reports,
    ordered: render.createdAt,
    made: new Date().toISOString(),
  });
}

/** Saves a report sheet of a render: a contact sheet, fonts, length, what checks say, and what stations said. */
export function ReportSheet({ render }: { render: RenderSummary }) {
  const { attempt, trouble } = useAttempt();
  const [share, setShare] = useState<number | null>(null);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);
  if (render.status !== 'done') return null;
  const save = () =>
    void attempt(async () => {
      const own = new AbortController();
      abort.current = own;
      setShare(0);
      try {
        const sheet = await writeSheet(render, setShare, own.signal);
        download(new TextEncoder().encode(sheet), `${render.settings.name || render.productionName}, report sheet.html`, 'text/html');
      } catch (error) {
        if (!(error instanceof CancelledError)) throw error;
      } finally {
        setShare(null);
      }
    });
  if (share !== null) return <Working label="Writing the report sheet" share={share} onStop={() => abort.current?.abort()} />;
  return (
    <>
      <Button $tone="quiet" onPress={save}>
        <FileText size={13} /> Report sheet
      </Button>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </>
  );
}
