'use client';

import { useState } from 'react';
import { Heading, Modal } from 'react-aria-components';
import { styled } from 'styled-components';
import { FORMAT_PRESETS, frameFormatSchema, productionSchema } from '@/core/production/production';
import { framesPerSecond, RATE_NAMES, type RateName } from '@/core/time/rate';
import { parseTimecode } from '@/core/time/timecode';
import { api } from '@/parts/api';
import { Button, Choices, Pick, Row } from '@/parts/controls';
import { DialogBox, Veil } from '@/parts/dialog';

const Sheet = styled(DialogBox)`
  width: 420px;
  padding: 20px 22px;
  form {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
`;
const Title = styled(Heading)`
  font: 600 22px var(--label);
  margin: 0 0 14px;
`;
const Text = styled.input`
  width: 100%;
  height: 24px;
  padding: 0 7px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: var(--well);
  font: 12px var(--mono);
  text-align: right;
  &:hover {
    border-color: var(--line-strong);
  }
  &:focus {
    border-color: var(--verdigris);
    outline: none;
  }
`;

const OWN = 'own';
const presetId = ({ width, height }: { width: number; height: number }) => `${width}x${height}`;

/** Asks for what a production cannot do without: a name, a raster, a rate and a length. */
export function NewProduction({ isOpen, onClose, onMade }: { isOpen: boolean; onClose: () => void; onMade: (id: string) => void }) {
  const [name, setName] = useState('Untitled');
  const [preset, setPreset] = useState<string>('1920x1080');
  const [own, setOwn] = useState({ width: '1920', height: '800' });
  const [rate, setRate] = useState<RateName>('25');
  const [length, setLength] = useState('06:00');
  const [trouble, setTrouble] = useState<string | null>(null);

  const make = async () => {
    const chosen = FORMAT_PRESETS.find((p) => presetId(p) === preset);
    const frames = parseTimecode(length, rate);
    const parsedName = productionSchema.shape.name.safeParse(name);
    const format = frameFormatSchema.safeParse({
      width: chosen?.width ?? Number(own.width),
      height: chosen?.height ?? Number(own.height),
      rate,
      length: frames,
    });
    if (!parsedName.success) return setTrouble(parsedName.error.issues[0]?.message ?? null);
    if (frames === null) return setTrouble('The length is not understood. Write seconds and frames as 06:00, or a number of frames.');
    if (!format.success) return setTrouble(format.error.issues[0]?.message ?? null);
    try {
      const { id } = await api<{ id: string }>('/api/productions', {
        method: 'POST',
        json: { name: parsedName.data, format: format.data },
      });
      onMade(id);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work.');
    }
  };

  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Modal>
        <Sheet>
          <Title slot="title">New production</Title>
          <form
            noValidate
            onSubmit={(event) => {
              event.preventDefault();
              void make();
            }}
          >
            <Row label="Name">
              <Text
                aria-label="Name"
                style={{ textAlign: 'left', fontFamily: 'inherit', fontSize: 13 }}
                value={name}
                maxLength={120}
                autoFocus
                onFocus={(e) => e.target.select()}
                onChange={(e) => setName(e.target.value)}
              />
            </Row>
            <Pick
              label="Raster"
              value={preset}
              onChange={setPreset}
              options={[
                ...FORMAT_PRESETS.map((p) => ({ id: presetId(p), label: `${p.width} × ${p.height} · ${p.label}` })),
                { id: OWN, label: 'Own…' },
              ]}
            />
            {preset === OWN ? (
              <Row label="Pixels">
                <Text
                  aria-label="Width in pixels"
                  inputMode="numeric"
                  value={own.width}
                  onChange={(e) => setOwn({ ...own, width: e.target.value })}
                />
                ×
                <Text
                  aria-label="Height in pixels"
                  inputMode="numeric"
                  value={own.height}
                  onChange={(e) => setOwn({ ...own, height: e.target.value })}
                />
              </Row>
            ) : null}
            <Row label="Frames a second">
              <span />
            </Row>
            <Choices label="Frames a second" value={rate} onChange={setRate} options={RATE_NAMES.map((id) => ({ id, label: id }))} />
            <Row label="Length">
              <Text aria-label="Length as timecode or frames" value={length} onChange={(e) => setLength(e.target.value)} />
              <span style={{ color: 'var(--faint)', fontSize: 12, whiteSpace: 'nowrap' }}>
                {(() => {
                  const frames = parseTimecode(length, rate);
                  return frames === null ? '—' : `${frames} fr · ${(frames / framesPerSecond(rate)).toFixed(2)} s`;
                })()}
              </span>
            </Row>
            {trouble ? (
              <p role="alert" style={{ color: 'var(--coral)' }}>
                {trouble}
              </p>
            ) : null}
            <div style={{ display: 'flex', justifyContent: 'flex-end', gap: 8, marginTop: 10 }}>
              <Button onPress={onClose}>Cancel</Button>
              <Button $tone="primary" type="submit">
                Make it
              </Button>
            </div>
          </form>
        </Sheet>
      </Modal>
    </Veil>
  );
}
