'use client';

import { useState } from 'react';
import { deliveredLength, productionFrame } from '@/core/delivery/conform';
import { RATE_NAMES } from '@/core/time/rate';
import { isVideo, outputNamed } from '@/core/delivery/outputs/outputs';
import { framesOf, renderFieldsSchema, renderRaster, renderSettingsSchema, type RenderSettings } from '@/core/delivery/render-settings';
import { fieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Pick, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { isBrowserVideo } from '@/parts/video-client';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { canDeliverSound } from './delivered-sound';
import { LIGHT_WAYS } from '../benches/light-choice';
import { FramePrice } from './frame-price';
import { saveStill } from './still';
import { BeforeItStarts } from './before-it-starts';
import { OutputsChoice, useHindered } from './outputs-choice';
import { takeUp } from './render-store';
import { useShown } from './shown-version';
import { LeftOut, orderChosen, useChosen } from './versions/chosen-versions';
import { Takeaways } from './takeaways';

/** What to render, and how. */
export function RenderForm({ onOrdered }: { onOrdered: () => void }) {
  const { id, autosave, documents } = useWorkspace();
  const format = useProduction((p) => p.format);
  const formats = useProduction((p) => p.versions.formats);
  const sound = useProduction((p) => p.sound !== null);
  const tracedAsSaid = useProduction((p) => p.traced);
  const frame = useView((s) => Math.round(s.playhead));
  const drawnBy = useView((s) => s.drawnBy);
  const [settings, setSettings] = useState<RenderSettings>(() => renderFieldsSchema.parse({ last: format.length - 1 }));
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState<'render' | 'still' | null>(null);
  const [leftOut, setLeftOut] = useState<readonly string[]>([]);
  const chosen = useChosen();
  const { choices } = chosen;
  const shown = useShown();
  const raster = renderRaster(format, settings.scale);
  const { hindered, machine } = useHindered(raster.width, raster.height, settings.alpha);
  const videos = settings.outputs.filter(isVideo);
  const change = (next: Partial<RenderSettings>) => setSettings({ ...settings, ...next });
  const rate = settings.rate ?? format.rate;
  const last = deliveredLength(format, rate) - 1;
  const count = framesOf(settings).length;
  const inProduction = (at: number) => Math.min(format.length - 1, Math.round(productionFrame(at, rate, format)));
  const asked = { ...settings, traced: settings.traced ?? tracedAsSaid };
  const field = (
    name: 'first' | 'last' | 'every' | 'scale' | 'samples' | 'until' | 'least',
    bounds: { max?: number; rest?: number } = {},
  ) => {
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
    setLeftOut([]);
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
      const parsed = renderSettingsSchema.safeParse(asked);
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      for (const { kind } of sound && settings.sound ? videos : [])
        if (isBrowserVideo(kind) && !(await canDeliverSound(kind)))
          throw new Error(
            `This browser cannot encode sound for ${outputNamed(kind).label}. Leave the sound out, or choose another output.`,
          );
      // What is rendered is what is saved.
      await autosave.flush();
      setLeftOut(await orderChosen(id, parsed.data, last, chosen));
      onOrdered();
      takeUp();
    });
  const still = () =>
    attempt('still', async () => {
      await autosave.flush();
      await saveStill(shown, frame, renderRaster(shown.format, settings.scale), asked);
    });

  return (
    <>
      <Heading as="h2">What to render</Heading>
      {field('first', { max: last })}
      {field('last', { max: last, rest: last })}
      {field('every')}
      <Pick
        label="Rate"
        value={rate}
        options={RATE_NAMES.map((name) => ({ id: name, label: name === format.rate ? `${name}, as it is` : name }))}
        onChange={(to) => change({ rate: to === format.rate ? undefined : to, first: 0, last: deliveredLength(format, to) - 1 })}
      />
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
      <Heading as="h3">Files</Heading>
      <OutputsChoice outputs={settings.outputs} hindered={hindered} onChange={(outputs) => change({ outputs })} />
      {sound && videos.length > 0 ? (
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
      <BeforeItStarts
        settings={asked}
        rasters={choices.map(({ formatId }) => formats.find(({ id }) => id === formatId) ?? format)}
        machine={machine}
      />
      <div style={{ display: 'flex', gap: 8, marginTop: 12 }}>
        <Button $tone="primary" isDisabled={busy !== null} onPress={() => void order()}>
          {choices.length === 1 ? `Render ${count} ${count === 1 ? 'frame' : 'frames'}` : `Render ${choices.length} versions`}
        </Button>
        <Button isDisabled={busy !== null} onPress={() => void still()}>
          {busy === 'still' ? 'Drawing…' : `Save frame ${frame} as a still`}
        </Button>
      </div>
      <Takeaways first={inProduction(settings.first)} last={inProduction(settings.last)} />
      {drawnBy ? <p style={{ color: 'var(--faint)', fontSize: 11, marginTop: 8 }}>Drawn by {drawnBy}.</p> : null}
      <LeftOut words={leftOut} />
      {trouble ? (
        <p role="alert" style={{ color: 'var(--coral)', marginTop: 8 }}>
          {trouble}
        </p>
      ) : null}
    </>
  );
}
