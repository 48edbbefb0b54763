'use client';

import { useEffect, useState } from 'react';
import type { RenderSummary } from '@/core/production/listing';
import { renderFieldsSchema, renderRaster, renderSettingsSchema, type RenderSettings } from '@/core/production/render-settings';
import { fieldMeta } from '@/core/schema/fields';
import { api } from '@/parts/api';
import { Button, Choices, Heading, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { videoCodecFor } from '@/parts/video-client';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { canDeliverSound } from './delivered-sound';
import { LIGHT_WAYS } from '../benches/light-choice';
import { FramePrice } from './frame-price';
import { saveStill } from './still';
import { startRun } from './render-store';

const OUTPUTS = [
  { id: 'frames', label: 'PNG frames' },
  { id: 'mp4', label: 'MP4' },
  { id: 'webm', label: 'WebM' },
] as const;

/** Which outputs this browser can make of such frames. */
function usePossible(width: number, height: number, alpha: boolean): ReadonlySet<RenderSettings['output']> {
  const [possible, setPossible] = useState<ReadonlySet<RenderSettings['output']>>(new Set(['frames']));
  useEffect(() => {
    let stale = false;
    const ask = async () => {
      const found = new Set<RenderSettings['output']>(['frames']);
      for (const container of ['mp4', 'webm'] as const) if (await videoCodecFor(container, { width, height }, alpha)) found.add(container);
      if (!stale) setPossible(found);
    };
    void ask();
    return () => {
      stale = true;
    };
  }, [width, height, alpha]);
  return possible;
}

/** What to render, and how. */
export function RenderForm({ onOrdered }: { onOrdered: () => void }) {
  const { id, autosave, documents } = useWorkspace();
  const format = useProduction((p) => p.format);
  const sound = useProduction((p) => p.sound !== null);
  const tracedAsSaid = useProduction((p) => p.traced);
  const frame = useView((s) => Math.round(s.playhead));
  const drawnBy = useView((s) => s.drawnBy);
  const [settings, setSettings] = useState<RenderSettings>(() => renderFieldsSchema.parse({ last: format.length - 1 }));
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState<'render' | 'still' | null>(null);
  const raster = renderRaster(format, settings.scale);
  const possible = usePossible(raster.width, raster.height, settings.alpha);
  const output = possible.has(settings.output) ? settings.output : 'frames';
  const change = (next: Partial<RenderSettings>) => setSettings({ ...settings, ...next });
  const last = format.length - 1;
  const asked = { ...settings, traced: settings.traced ?? tracedAsSaid };
  const field = (name: 'first' | 'last' | 'scale' | 'samples' | 'until' | 'least', bounds: { max?: number; rest?: number } = {}) => {
    const meta = { ...fieldMeta(renderFieldsSchema.shape, name), ...bounds };
    return (
      <NumberField
        meta={meta}
        value={settings[name]}
        onChange={(value) => change({ [name]: meta.digits === 0 && meta.shown === 1 ? Math.round(value) : value })}
      />
    );
  };
  const attempt = async (what: 'render' | 'still', work: () => Promise<void>) => {
    setTrouble(null);
    setBusy(what);
    try {
      await work();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work.');
    } finally {
      setBusy(null);
    }
  };
  const order = () =>
    attempt('render', async () => {
      const parsed = renderSettingsSchema.safeParse({ ...asked, output });
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      if (sound && settings.sound && output !== 'frames' && !(await canDeliverSound(output)))
        throw new Error('This browser cannot encode sound for this video. Leave the sound out, or choose another output.');
      // What is rendered is what is saved.
      await autosave.flush();
      const render = await api<RenderSummary>(`/api/productions/${id}/renders`, { method: 'POST', json: parsed.data });
      onOrdered();
      void startRun(render.id);
    });
  const still = () =>
    attempt('still', async () => {
      await autosave.flush();
      await saveStill(documents.store.getState().production, frame, raster, asked);
    });

  return (
    <>
      <Heading as="h2">What to render</Heading>
      {field('first', { max: last })}
      {field('last', { max: last, rest: last })}
      {field('scale')}
      <Row label="">
        <span style={{ font: '11px var(--mono)', color: 'var(--faint)', paddingRight: 27 }}>
          {raster.width} × {raster.height}
        </span>
      </Row>
      {field('samples')}
      {field('until')}
      {settings.until > 0 ? field('least') : null}
      <Row label="Light">
        <Choices
          label="Light"
          value={asked.traced ? 'traced' : 'plain'}
          onChange={(to) => change({ traced: to === 'traced' })}
          options={LIGHT_WAYS}
        />
      </Row>
      <FramePrice production={documents.store.getState().production} frame={frame} raster={raster} settings={asked} />
      <Row label="Ground">
        <Choices
          label="Ground"
          value={settings.alpha ? 'alpha' : 'ground'}
          onChange={(to) => change({ alpha: to === 'alpha' })}
          options={[
            { id: 'ground', label: 'in the picture' },
            { id: 'alpha', label: 'transparent' },
          ]}
        />
      </Row>
      <Row label="Output">
        <Choices
          label="Output"
          value={output}
          onChange={(to) => change({ output: to })}
          options={OUTPUTS.filter(({ id: each }) => possible.has(each))}
        />
      </Row>
      {sound && output !== 'frames' ? (
        <Row label="Sound">
          <Choices
            label="Sound"
            value={settings.sound ? 'with' : 'without'}
            onChange={(to) => change({ sound: to === 'with' })}
            options={[
              { id: 'with', label: 'in the video' },
              { id: 'without', label: 'left out' },
            ]}
          />
        </Row>
      ) : null}
      <div style={{ display: 'flex', gap: 8, marginTop: 12 }}>
        <Button $tone="primary" isDisabled={busy !== null} onPress={() => void order()}>
          Render {settings.last - settings.first + 1} {settings.last === settings.first ? 'frame' : 'frames'}
        </Button>
        <Button isDisabled={busy !== null} onPress={() => void still()}>
          {busy === 'still' ? 'Drawing…' : `Save frame ${frame} as a still`}
        </Button>
      </div>
      {drawnBy ? <p style={{ color: 'var(--faint)', fontSize: 11, marginTop: 8 }}>Drawn by {drawnBy}.</p> : null}
      {trouble ? (
        <p role="alert" style={{ color: 'var(--coral)', marginTop: 8 }}>
          {trouble}
        </p>
      ) : null}
    </>
  );
}
