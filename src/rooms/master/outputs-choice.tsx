'use client';

import { useEffect, useState } from 'react';
import type { z } from 'zod';
import type { Machine } from '@/core/delivery/machine';
import { OUTPUTS, outputOfKind, type Output, type OutputName } from '@/core/delivery/outputs/outputs';
import { choiceMetaOf } from '@/core/schema/choice';
import { fieldMeta, numberNames } from '@/core/schema/fields';
import { api } from '@/parts/api';
import { Choices, Hint, Row, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { isBrowserVideo, videoCodecFor } from '@/parts/video-client';

/** What a kind of file is for, beside its name. */
const NOTES: Partial<Record<OutputName, string>> = {
  png: 'a picture a frame',
  jpeg: 'small, for looking at',
  exr: 'scene light, with layers',
};

/** Why a kind of file cannot be written here, in words; nothing of those that can. */
type Hindered = Partial<Record<OutputName, string>>;

/** What this browser and this machine cannot write of such frames. */
export function useHindered(width: number, height: number, alpha: boolean): { hindered: Hindered; machine: Machine | null } {
  const [machine, setMachine] = useState<Machine | null>(null);
  const [codecs, setCodecs] = useState<Hindered>({});
  useEffect(() => {
    api<Machine>('/api/machine').then(setMachine, () => undefined);
  }, []);
  useEffect(() => {
    let stale = false;
    const ask = async () => {
      const found: Hindered = {};
      for (const { kind } of OUTPUTS)
        if (isBrowserVideo(kind) && !(await videoCodecFor(kind, { width, height }, false))) found[kind] = 'not by this browser';
      if (!stale) setCodecs(found);
    };
    void ask();
    return () => {
      stale = true;
    };
  }, [width, height]);
  const hindered: Hindered = { ...codecs };
  for (const { kind, by, holdsAlpha } of OUTPUTS) {
    if (by === 'ffmpeg' && machine && !machine.ffmpeg?.kinds.includes(kind))
      hindered[kind] = machine.ffmpeg ? 'not by this ffmpeg' : 'needs ffmpeg';
    if (alpha && !holdsAlpha) hindered[kind] = 'has no transparency';
  }
  return { hindered, machine };
}

/** The settings of one output, made from its schema. */
function OutputFields({ output, onChange }: { output: Output; onChange: (output: Output) => void }) {
  const shape = (OUTPUTS.find(({ kind }) => kind === output.kind)?.settings.shape ?? {}) as Record<string, z.ZodType>;
  const values = output as unknown as Record<string, unknown>;
  const set = (name: string, value: unknown) => onChange({ ...values, [name]: value } as unknown as Output);
  return Object.entries(shape).map(([name, field]) => {
    const meta = choiceMetaOf(field);
    if (meta && Array.isArray(values[name])) {
      const chosen = values[name] as string[];
      return (
        <div key={name} role="group" aria-label={meta.label} style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 8 }}>
          {meta.choices.map(({ id, label }) => (
            <Tick
              key={id}
              isSelected={chosen.includes(id)}
              onChange={(on) => set(name, on ? [...chosen, id] : chosen.filter((each) => each !== id))}
            >
              {label}
            </Tick>
          ))}
        </div>
      );
    }
    if (meta)
      return (
        <Row key={name} label={meta.label}>
          <Choices label={meta.label} value={values[name] as string} onChange={(value) => set(name, value)} options={meta.choices} />
        </Row>
      );
    return numberNames(shape).includes(name) ? (
      <NumberField
        key={name}
        meta={fieldMeta(shape, name)}
        value={values[name] as number}
        onChange={(value) => set(name, Math.round(value))}
      />
    ) : null;
  });
}

/** Which files a render writes: any of them from one pass over the frames. */
export function OutputsChoice({
  outputs,
  hindered,
  onChange,
}: {
  outputs: readonly Output[];
  hindered: Hindered;
  onChange: (outputs: Output[]) => void;
}) {
  const put = (output: Output) => onChange(outputs.map((each) => (each.kind === output.kind ? output : each)));
  return (
    <div role="group" aria-label="Files">
      {OUTPUTS.map(({ kind, label }) => {
        const own = outputs.find((output) => output.kind === kind);
        const why = hindered[kind];
        return (
          <div key={kind}>
            <Tick
              isSelected={own !== undefined}
              isDisabled={why !== undefined && !own}
              onChange={(on) => onChange(on ? [...outputs, outputOfKind(kind)] : outputs.filter((output) => output.kind !== kind))}
            >
              <span>{label}</span>
              <small style={{ color: why ? 'var(--coral)' : 'var(--faint)', fontWeight: 400 }}>{why ?? NOTES[kind] ?? ''}</small>
            </Tick>
            {own ? (
              <div style={{ paddingLeft: 18 }}>
                <OutputFields output={own} onChange={put} />
              </div>
            ) : null}
          </div>
        );
      })}
      {outputs.length === 0 ? <Hint role="status">Choose what to write.</Hint> : null}
    </div>
  );
}
