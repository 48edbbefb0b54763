'use client';

import { AudioLines, Magnet, Scissors } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { FrameMotion } from '@/core/check/strobe';
import { addCue, moveCue, removeCue, onCue } from '@/core/production/edits/cue-edits';
import { moveShot, removeShot } from '@/core/production/edits/shot-edits';
import { carryFrames } from '@/core/production/carry';
import { shotSpans } from '@/core/production/shots';
import { framesPerSecond } from '@/core/time/rate';
import { IconButton } from '@/parts/controls';
import { CUE_HEIGHT, CueTrack, type CueActions, type Waveform } from '@/parts/timeline/cue-track';
import type { TimelineRow } from '@/parts/timeline/row';
import { SHOT_HEIGHT, ShotTrack, type ShotActions, type ShotBlock } from '@/parts/timeline/shot-track';
import { CHART_HEIGHT, SpeedChart } from '@/parts/timeline/speed-chart';
import { useEqual } from '@/parts/use-same';
import { splitAtPlayhead } from '../commands/shot-commands';
import { seek } from '../looking/transport';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

/** Frames within which something falls on a cue. */
const SNAP_FRAMES = 2;
/** Longer productions have their motion measured at every few frames. */
const MOTION_FRAMES = 300;
/** What passes right before the lens moves by any number of pixels: beyond this no more is told. */
const MOST_TOLD = 9999;
/** For so long nothing changes before motion is measured. Milliseconds. */
const REST_MS = 250;

/** Puts a frame on a cue that it comes near to, where that is asked for. */
export function useSnap(): (frame: number) => number {
  const cues = useProduction((p) => p.cues);
  const snap = useView((s) => s.snap);
  return useMemo(() => (frame: number) => (snap ? onCue(cues, frame, SNAP_FRAMES) : frame), [cues, snap]);
}

/** The lane of the shots. */
export function useShotRow(): TimelineRow {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const shots = useProduction((p) => p.shots);
  const cameras = useProduction((p) => p.cameras);
  const format = useProduction((p) => p.format);
  const selected = useView((s) => (s.selection?.kind === 'shot' ? s.selection.id : null));
  const snap = useSnap();
  const blocks = useEqual(
    useMemo(
      () =>
        shotSpans({ shots, cameras, format }).map(({ shot, cameraId, from, to }): ShotBlock => {
          const camera = cameras.find(({ id }) => id === cameraId);
          return {
            id: shot?.id ?? 'all',
            name: shot?.name ?? '',
            camera: camera?.name ?? '',
            hue: camera?.hue ?? 0,
            from,
            to,
            carry: shot ? carryFrames(shot) : 0,
          };
        }),
      [shots, cameras, format],
    ),
  );
  const actions = useMemo<ShotActions>(
    () => ({
      onSelect: (id) => view.setState({ selection: { kind: 'shot', id }, pick: null, keys: [] }),
      onMove: (id, to, gesture) => edit((draft) => moveShot(draft, id, to), gesture),
      onRemove: (id) => {
        edit((draft) => removeShot(draft, id));
        view.setState({ selection: null });
      },
      snap,
    }),
    [view, edit, snap],
  );
  return useMemo(
    () => ({
      id: 'shots',
      height: SHOT_HEIGHT,
      label: (
        <>
          <span>Shots</span>
          <IconButton
            label="Split the shot at the playhead, with a new camera"
            keys="\"
            $tone="quiet"
            onPress={() => splitAtPlayhead(workspace, true)}
          >
            <Scissors size={12} />
          </IconButton>
        </>
      ),
      track: (scale) => <ShotTrack shots={blocks} scale={scale} selected={selected} actions={actions} />,
    }),
    [workspace, blocks, selected, actions],
  );
}

/** The lane of sound and cues. */
export function useCueRow(): TimelineRow {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const cues = useProduction((p) => p.cues);
  const sound = useProduction((p) => p.sound);
  const rate = useProduction((p) => p.format.rate);
  const { ready, selected, snap, carry } = useView((s) => ({
    ready: s.sound,
    selected: s.selection?.kind === 'cue' ? s.selection.id : null,
    snap: s.snap,
    carry: s.cuesCarry,
  }));
  const waveform = useMemo<Waveform | null>(() => {
    if (!sound || !ready) return null;
    const { lows, highs, seconds } = ready.stretches;
    return { from: sound.from, framesPerStretch: seconds * framesPerSecond(rate), lows, highs };
  }, [sound, ready, rate]);
  const actions = useMemo<CueActions>(
    () => ({
      onSelect: (id) => {
        view.setState({ selection: { kind: 'cue', id }, pick: null, keys: [] });
        const cue = workspace.documents.store.getState().production.cues.find((c) => c.id === id);
        if (cue) seek(workspace, Math.round(cue.frame));
      },
      onMove: (id, to, gesture) => edit((draft) => moveCue(draft, id, to, carry), gesture),
      onAdd: (frame) =>
        edit((draft) => {
          const id = addCue(draft, frame);
          if (id) view.setState({ selection: { kind: 'cue', id }, pick: null });
        }),
      onRemove: (id) => {
        edit((draft) => removeCue(draft, id));
        view.setState({ selection: { kind: 'sound', id: 'sound' } });
      },
    }),
    [workspace, view, edit, carry],
  );
  const hasSound = sound !== null;
  return useMemo(
    () => ({
      id: 'cues',
      height: CUE_HEIGHT,
      label: (
        <>
          <span>{hasSound ? 'Sound' : 'Cues'}</span>
          <IconButton
            label={snap ? 'Things fall on cues: let them go' : 'Let things fall on cues'}
            $tone="quiet"
            onPress={() => view.setState({ snap: !snap })}
          >
            <Magnet size={12} color={snap ? 'var(--verdigris)' : undefined} />
          </IconButton>
          <IconButton
            label="Sound and cues"
            $tone="quiet"
            onPress={() => view.setState({ selection: { kind: 'sound', id: 'sound' }, pick: null })}
          >
            <AudioLines size={13} />
          </IconButton>
        </>
      ),
      track: (scale) => <CueTrack cues={cues} waveform={waveform} scale={scale} selected={selected} actions={actions} />,
    }),
    [view, hasSound, snap, cues, waveform, selected, actions],
  );
}

/** Motion in the picture, measured beside the page once nothing has changed for a moment. */
function useMotion(): readonly FrameMotion[] {
  const { picture } = useWorkspace();
  const production = useProduction((p) => p);
  const facts = useView((s) => s.facts);
  const [motion, setMotion] = useState<readonly FrameMotion[]>([]);
  useEffect(() => {
    let stale = false;
    const take = (found: FrameMotion[] | null) => {
      if (found && !stale) setMotion(found);
    };
    const every = Math.ceil(production.format.length / MOTION_FRAMES);
    // A picture that stops is started again, and asked again then.
    const timer = setTimeout(() => picture?.motion(every).then(take, () => undefined), REST_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [picture, production, facts]);
  return motion;
}

/** The chart of motion in the picture. */
export function useSpeedRow(): TimelineRow {
  const motion = useMotion();
  return useMemo(() => {
    const most = Math.max(0, ...motion.map(({ pixels }) => pixels));
    const strobes = motion.some((each) => each.strobes);
    return {
      id: 'speed',
      height: CHART_HEIGHT,
      label: (
        <span
          style={{ lineHeight: 1.15 }}
          title="The fastest motion of any mark in the picture; marked where the steps between frames would be seen"
        >
          Motion
          <br />
          <small style={{ font: '11px var(--mono)', color: strobes ? 'var(--coral)' : 'var(--faint)' }}>
            {most > MOST_TOLD ? `${MOST_TOLD}+` : most.toFixed(0)} px/fr{strobes ? ' strobes' : ''}
          </small>
        </span>
      ),
      track: (scale) => <SpeedChart motion={motion} scale={scale} />,
    };
  }, [motion]);
}
