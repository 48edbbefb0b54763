'use client';

import { useState } from 'react';
import { evenCues, moveCue, removeCue, setCues } from '@/core/production/edits/cue-edits';
import { MAX_SOUND_SECONDS, soundSchema, type Cue } from '@/core/production/sound';
import type { OnsetFinding } from '@/core/sound/onsets';
import type { FieldMeta } from '@/core/schema/fields';
import { framesPerSecond } from '@/core/time/rate';
import { sendMedia } from '@/parts/api';
import { Button, Heading, Hint, Row, Tick, Trouble } from '@/parts/controls';
import { FileButton } from '@/parts/file-button';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { decodeSound, levelsOf, onsetsOf } from '@/parts/sound-client';
import { NameField } from '../benches/name-field';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const EVERY: FieldMeta = { label: 'Every', unit: 's', min: 0.05, max: 60, rest: 2, step: 0.1, digits: 2, shown: 1 };
const THRESHOLD: FieldMeta = { label: 'Stronger than', unit: '%', min: 0.01, max: 1, rest: 0.2, step: 0.05, digits: 0, shown: 100 };

/** Takes in a sound file; says in words what is wrong with one that cannot be used. */
function useChooseSound() {
  const edit = useEdit();
  const [state, setState] = useState<{ busy: string | null; trouble: string | null }>({ busy: null, trouble: null });
  const choose = async (file: File) => {
    setState({ busy: file.name, trouble: null });
    try {
      const { hash } = await sendMedia('sound', file);
      const { buffer } = await decodeSound(await file.arrayBuffer()).catch(() => {
        throw new Error(`“${file.name}” cannot be played. It is damaged, or of a kind that this browser does not know.`);
      });
      if (buffer.duration > MAX_SOUND_SECONDS) throw new Error(`A sound can be at most ${MAX_SOUND_SECONDS / 60} minutes long.`);
      const levels = await levelsOf(buffer);
      edit((draft) => void (draft.sound = soundSchema.parse({ hash, name: file.name, seconds: buffer.duration, from: 0, levels })));
      setState({ busy: null, trouble: null });
    } catch (error) {
      setState({ busy: null, trouble: error instanceof Error ? error.message : 'This file could not be taken in.' });
    }
  };
  return { ...state, choose };
}

/** The sound under the production, and cues made from it. */
export function SoundBench() {
  const edit = useEdit();
  const { sound, format, cues } = useProduction((p) => p);
  const { ready, missing } = useView((s) => ({ ready: s.sound, missing: s.soundTrouble }));
  const { busy, trouble, choose } = useChooseSound();
  const [every, setEvery] = useState(2);
  const [threshold, setThreshold] = useState(0.2);
  const [finding, setFinding] = useState<OnsetFinding | 'busy' | null>(null);
  const [stop, setStop] = useState<AbortController | null>(null);
  const fps = framesPerSecond(format.rate);

  const measure = async () => {
    const levels = ready && (await levelsOf(ready.buffer));
    edit((draft) => void (draft.sound && draft.sound.hash === sound?.hash && (draft.sound.levels = levels)));
  };
  const find = async () => {
    if (!ready || !sound) return;
    const abort = new AbortController();
    setStop(abort);
    setFinding('busy');
    try {
      const found = await onsetsOf(ready, threshold, abort.signal);
      setFinding(found);
      const frames = found.onsets.map(({ seconds }) => seconds * fps + sound.from).filter((frame) => frame >= 0 && frame < format.length);
      edit((draft) => setCues(draft, frames));
    } catch {
      setFinding(null);
    } finally {
      setStop(null);
    }
  };
  return (
    <>
      <Heading>Sound</Heading>
      {sound ? (
        <>
          <Row label="File">
            <span style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }} title={sound.name}>
              {sound.name}, {sound.seconds.toFixed(1)} s
            </span>
          </Row>
          <SchemaFields
            shape={soundSchema.shape}
            names={['from', 'gainDb']}
            values={sound}
            onChange={(name, value, gesture) =>
              edit(
                (draft) => void (draft.sound && Object.assign(draft.sound, { [name]: name === 'from' ? Math.round(value) : value })),
                gesture,
              )
            }
          />
        </>
      ) : (
        <Hint>No sound yet. It is played in step with the picture, and cues can be found in it.</Hint>
      )}
      {missing ? <Trouble>{missing}</Trouble> : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {busy ? <Hint role="status">Taking in {busy}…</Hint> : null}
      <div style={{ display: 'flex', gap: 4, marginTop: 4 }}>
        <FileButton label="Sound file" accept=".wav,.mp3,.ogg,.oga,.flac,audio/*" onFile={(file) => void choose(file)}>
          {sound ? 'Another file…' : 'Choose a sound file…'}
        </FileButton>
        {sound && ready && sound.levels === null ? (
          <Button $tone="quiet" onPress={() => void measure()}>
            Measure how loud it is, for formulas
          </Button>
        ) : null}
        {sound ? <Button onPress={() => edit((draft) => void (draft.sound = null))}>No sound</Button> : null}
      </div>
      <Heading>Cues · {cues.length}</Heading>
      <NumberField meta={EVERY} value={every} onChange={setEvery} />
      <Button onPress={() => edit((draft) => setCues(draft, evenCues(format.length, fps, every)))}>
        Put cues every {Math.round(every * 100) / 100} s
      </Button>
      <NumberField meta={THRESHOLD} value={threshold} onChange={setThreshold} />
      <div style={{ display: 'flex', gap: 4 }}>
        <Button isDisabled={!ready || finding === 'busy'} onPress={() => void find()}>
          {finding === 'busy' ? 'Listening…' : 'Find them in the sound'}
        </Button>
        {stop ? <Button onPress={() => stop.abort()}>Stop</Button> : null}
        <Button isDisabled={cues.length === 0} onPress={() => edit((draft) => setCues(draft, []))}>
          None
        </Button>
      </div>
      {finding && finding !== 'busy' ? (
        <Hint role="status">
          {finding.onsets.length} onsets{finding.tempo === null ? '' : `, about ${finding.tempo.toFixed(0)} beats a minute`}
        </Hint>
      ) : null}
    </>
  );
}

/** One cue. */
export function CueBench({ cue }: { cue: Cue }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const follow = useView((s) => s.cuesCarry);
  const length = useProduction((p) => p.format.length);
  return (
    <>
      <NameField
        label="Name of the cue"
        value={cue.name}
        placeholder="Cue"
        onChange={(name) => edit((draft) => void draft.cues.filter(({ id }) => id === cue.id).forEach((found) => (found.name = name)))}
      />
      <NumberField
        meta={{ label: 'At', unit: 'fr', min: 0, max: length - 1, rest: cue.frame, step: 1, digits: 1, shown: 1 }}
        value={cue.frame}
        onChange={(frame, gesture) => edit((draft) => moveCue(draft, cue.id, frame, follow), gesture)}
      />
      <Tick isSelected={follow} onChange={(cuesCarry) => view.setState({ cuesCarry })}>
        keys and shots on it follow
      </Tick>
      <div style={{ marginTop: 6 }}>
        <Button
          onPress={() => {
            edit((draft) => removeCue(draft, cue.id));
            view.setState({ selection: { kind: 'sound', id: 'sound' } });
          }}
        >
          Remove this cue
        </Button>
      </div>
    </>
  );
}
