import { useEffect } from 'react';
import { Recent } from '@/core/keep/recent';
import { soundOffset } from '@/core/production/sound';
import { framesPerSecond } from '@/core/time/rate';
import { decodeSound, SoundPlayer, type DecodedSound } from '@/parts/sound-client';
import { useProduction, useView, useWorkspace, type Workspace } from '../workspace/workspace';

/** Decoded sounds are large: only the last few are kept. */
const decoded = new Recent<Promise<DecodedSound>>(2);

/** The file of a sound. */
export async function soundBytes(hash: string): Promise<ArrayBuffer> {
  const response = await fetch(`/api/media/sound/${hash}`);
  if (!response.ok) throw new Error('The sound of this production is not there any more. Choose its file again.');
  return response.arrayBuffer();
}

export function loadSound(hash: string): Promise<DecodedSound> {
  return decoded.ensure(hash, () => {
    const sound = soundBytes(hash).then(decodeSound);
    sound.catch(() => decoded.delete(hash));
    return sound;
  });
}

const player = new SoundPlayer();

const offsetAt = ({ documents }: Workspace, frame: number): number => soundOffset(documents.store.getState().production, frame);

/** Frame that is heard now; null where no sound tells the time. */
export function heardFrame({ documents }: Workspace): number | null {
  const { sound, format } = documents.store.getState().production;
  const position = sound ? player.position() : null;
  return position === null || !sound ? null : position * framesPerSecond(format.rate) + sound.from;
}

/** Begins to be heard at a frame, where there is a sound. */
export function soundFrom(workspace: Workspace, frame: number): void {
  const { sound } = workspace.documents.store.getState().production;
  const { sound: ready } = workspace.view.getState();
  if (sound && ready) player.start(ready, offsetAt(workspace, frame), sound.gainDb);
}

export const silence = (): void => player.stop();

/** Keeps the production's sound decoded, plays it with the picture and lets it be heard while scrubbing. */
export function useSound(): void {
  const workspace = useWorkspace();
  const { view } = workspace;
  const hash = useProduction((p) => p.sound?.hash ?? null);
  const gainDb = useProduction((p) => p.sound?.gainDb ?? 0);
  const { playing, scrubbing, playhead, sound } = useView((s) => ({
    playing: s.playing,
    scrubbing: s.scrubbing,
    playhead: s.playhead,
    sound: s.sound,
  }));

  useEffect(() => {
    let current = true;
    view.setState({ sound: null, soundTrouble: null });
    if (hash)
      loadSound(hash).then(
        (ready) => current && view.setState({ sound: ready }),
        (error: Error) => current && view.setState({ soundTrouble: error.message || 'This sound cannot be played by the browser.' }),
      );
    return () => {
      current = false;
    };
  }, [hash, view]);

  useEffect(() => {
    if (!playing) silence();
  }, [playing, sound]);
  useEffect(() => silence, []);

  useEffect(() => {
    if (sound && scrubbing && !playing) player.scrub(sound, offsetAt(workspace, playhead), gainDb);
  }, [workspace, sound, scrubbing, playing, playhead, gainDb]);
}
