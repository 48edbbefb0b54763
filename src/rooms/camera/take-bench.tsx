'use client';

import { useEffect, useRef, useState } from 'react';
import type { Camera } from '@/core/production/camera';
import type { Carrier } from '@/core/rig/rig';
import { MAX_TAKE_POSES, TAKE_RATE, takeSeconds, takeSettingsSchema } from '@/core/rig/carriers/take';
import { SHAKE_NAMES, SHAKES, type ShakeName } from '@/core/rig/shake-model';
import { evenPoses, type TimedPose } from '@/core/rig/take-poses';
import { TRACKER_DEFAULTS } from '@/core/rig/tracker-model';
import type { FieldMeta } from '@/core/schema/fields';
import { cleanText } from '@/core/schema/text';
import { Button, Hint, Pick, Row, Trouble } from '@/parts/controls';
import { readFile } from '@/parts/reading-client';
import { FileButton } from '@/parts/file-button';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { listenToTracker } from '@/parts/tracker-client';
import { sceneFrame } from '../looking/seen';
import { togglePlay } from '../looking/transport';
import type { Change } from '../benches/carrier-change';
import { useTrouble } from '../workspace/use-trouble';
import { useWorkspace } from '../workspace/workspace';

const number = (label: string, unit: string, max: number, rest: number, step: number, shown = 1): FieldMeta => ({
  label,
  unit,
  min: 0,
  max,
  rest,
  step,
  digits: step < 1 && shown === 1 ? 1 : 0,
  shown,
});

/** A take: recorded from the tracker while the picture plays, or read from a file; then trimmed, smoothed and scaled. */
export function TakeBench({
  camera,
  carrier,
  change,
}: {
  camera: Camera;
  carrier: Extract<Carrier, { kind: 'take' }>;
  change: Change<'take'>;
}) {
  const workspace = useWorkspace();
  const { view, documents } = workspace;
  const [tracker, setTracker] = useState(TRACKER_DEFAULTS);
  const [recording, setRecording] = useState<{ abort: AbortController; count: number; last: TimedPose | null } | null>(null);
  const [trouble, setTrouble] = useTrouble();
  const { settings } = carrier;
  // Left while it records, it keeps what has come.
  const live = useRef<AbortController | null>(null);
  useEffect(() => () => live.current?.abort(), []);

  const keep = (poses: readonly TimedPose[], name: string, from: number) => {
    const even = evenPoses(poses, TAKE_RATE);
    change((found) => {
      found.settings = takeSettingsSchema.parse({
        ...found.settings,
        name,
        rate: even.rate,
        poses: even.poses.slice(0, MAX_TAKE_POSES * 6),
        from,
        cutStart: 0,
        cutEnd: 0,
      });
    });
  };
  const record = async () => {
    const abort = new AbortController();
    live.current = abort;
    setTrouble(null);
    setRecording({ abort, count: 0, last: null });
    // The bench stays with this camera while shots go by.
    view.setState({ selection: { kind: 'camera', id: camera.id }, through: camera.id });
    const from = sceneFrame(documents.store.getState().production, view.getState().playhead);
    const query = new URLSearchParams(Object.entries(tracker).map(([name, value]) => [name, String(value)]));
    if (!view.getState().playing) togglePlay(workspace);
    try {
      let shown = 0;
      const poses = await listenToTracker(`/api/tracker?${query}`, abort.signal, (last, count) => {
        // The count is shown a few times a second, not at every sample.
        if (performance.now() - shown < 150) return;
        shown = performance.now();
        setRecording({ abort, count, last });
      });
      if (poses.length < 2) throw new Error('No poses arrived from the tracker.');
      keep(poses, `Take of ${SHAKES[tracker.carried].label.toLowerCase()}`, from);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The take could not be recorded.');
    } finally {
      setRecording(null);
      if (view.getState().playing) togglePlay(workspace);
    }
  };
  const read = async (file: File) => {
    setTrouble(null);
    try {
      const poses = await readFile('flight', [file], () => undefined, new AbortController().signal);
      keep(poses, cleanText(file.name, 120), sceneFrame(documents.store.getState().production, view.getState().playhead));
    } catch (error) {
      setTrouble(`“${file.name}” cannot be used. ${error instanceof Error ? error.message : ''}`);
    }
  };
  const put = (name: keyof typeof settings, value: number, gesture: string) =>
    change((found) => {
      found.settings = { ...found.settings, [name]: name === 'from' ? Math.round(value) : value };
    }, gesture);
  return (
    <>
      <div style={{ display: 'flex', gap: 4, margin: '6px 0' }}>
        {recording ? (
          <Button $tone="danger" onPress={() => recording.abort.abort()}>
            Stop recording
          </Button>
        ) : (
          <>
            <Button onPress={() => void record()}>Record a take</Button>
            <FileButton
              label="File of poses"
              accept=".json,.jsonl,.ndjson,.glb,application/json,model/gltf-binary"
              onFile={(file) => void read(file)}
            >
              Read a file…
            </FileButton>
          </>
        )}
      </div>
      {recording ? (
        <Hint role="status">
          {recording.count} poses ·{' '}
          {recording.last ? `${recording.last.x.toFixed(2)} ${recording.last.y.toFixed(2)} ${recording.last.z.toFixed(2)} m` : 'waiting'}
        </Hint>
      ) : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {settings.poses.length > 0 ? (
        <>
          <Row label="Take">
            <span style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }} title={settings.name}>
              {settings.name}, {takeSeconds(settings).toFixed(1)} s
            </span>
          </Row>
          <SchemaFields
            shape={takeSettingsSchema.shape}
            names={['from', 'cutStart', 'cutEnd', 'smooth', 'moves', 'turns']}
            values={settings}
            onChange={put}
          />
        </>
      ) : (
        <Hint>A take comes from a tracked camera: record one from the simulated tracker, or read a file of poses.</Hint>
      )}
      <Fold title="Simulated tracker" note={SHAKES[tracker.carried].label}>
        <Pick
          label="Carried by"
          value={tracker.carried}
          onChange={(carried) => setTracker({ ...tracker, carried })}
          options={SHAKE_NAMES.map((id: ShakeName) => ({ id, label: SHAKES[id].label }))}
        />
        <NumberField
          meta={number('Delay', 'ms', 2000, 40, 5)}
          value={tracker.delayMs}
          onChange={(delayMs) => setTracker({ ...tracker, delayMs })}
        />
        <NumberField
          meta={number('Jitter', 'ms', 500, 12, 1)}
          value={tracker.jitterMs}
          onChange={(jitterMs) => setTracker({ ...tracker, jitterMs })}
        />
        <NumberField
          meta={number('Noise', 'mm', 50, 0.4, 0.1)}
          value={tracker.noiseMm}
          onChange={(noiseMm) => setTracker({ ...tracker, noiseMm })}
        />
        <NumberField
          meta={number('Lost', '%', 0.9, 0.02, 0.01, 100)}
          value={tracker.dropped}
          onChange={(dropped) => setTracker({ ...tracker, dropped })}
        />
        <NumberField
          meta={number('Seed', '', 9999, 1, 1)}
          value={tracker.seed}
          onChange={(seed) => setTracker({ ...tracker, seed: Math.round(seed) })}
        />
      </Fold>
    </>
  );
}
