import 'server-only';
import { productionFrame } from '@/core/delivery/conform';
import type { Job } from '@/core/delivery/jobs';
import { isVideo, outputNamed } from '@/core/delivery/outputs/outputs';
import { frameFiles, framesOf, videoSource } from '@/core/delivery/render-settings';
import { soundOffset } from '@/core/production/sound';
import { RATES } from '@/core/time/rate';
import { formatTimecode } from '@/core/time/timecode';
import { mediaFile } from '../media';
import { freeServerJobs } from '../queue/jobs';
import { endJob, keepJob, onServerWork, takeNext } from '../queue/queue';
import { framePath, videoPath } from '../render-files';
import { renderDocument, renderRow } from '../renders';
import { encodeOutside } from './ffmpeg';
import { encodings } from './encodings';

/** A path of frame 0 as a pattern of all frames, in which ffmpeg reads a percent sign as the beginning of a number. */
const numbered = (path: string): string => path.replaceAll('%', '%%').replace(/_00000(\.\w+)$/, '_%05d$1');

/** Makes the video of a job of the frames that are on disk. */
async function encode(job: Job): Promise<void> {
  const { settings } = await renderRow(job.renderId);
  const production = await renderDocument(job.renderId);
  const { work } = job;
  const output = settings.outputs.filter(isVideo).find(({ kind }) => work.kind === 'video' && kind === work.output);
  const source = frameFiles(settings).find(({ name }) => name === videoSource(settings));
  if (!output || !source) throw new Error('This render has no such video.');
  const frames = framesOf(settings);
  const rate = settings.rate ?? production.format.rate;
  const { sound } = production;
  await encodeOutside(
    {
      kind: output.kind,
      frames: numbered(framePath(job.renderId, settings, source, 0)),
      first: settings.first,
      count: frames.length,
      rate: RATES[rate],
      alpha: settings.alpha && outputNamed(output.kind).holdsAlpha,
      sound:
        sound && settings.sound
          ? {
              file: mediaFile('sound', sound.hash),
              start: soundOffset(production, productionFrame(settings.first, rate, production.format)),
              gainDb: sound.gainDb,
            }
          : null,
      timecode: formatTimecode(settings.first, rate),
      to: videoPath(job.renderId, settings, output),
    },
    (done) => encodings.set(job.renderId, { kind: output.kind, done }),
  );
}

let isWorking = false;

/** Does what there is to do for the server, one after the other. */
async function work(): Promise<void> {
  if (isWorking) return;
  isWorking = true;
  try {
    for (let job = await takeNext('server'); job; job = await takeNext('server')) {
      const own = job;
      const alive = setInterval(() => void keepJob(own.renderId, own.id), 20_000);
      try {
        await encode(own);
        await endJob(own.renderId, own.id, 'done');
      } catch (error) {
        await endJob(own.renderId, own.id, 'failed', error instanceof Error ? error.message : 'The video could not be written.');
      } finally {
        clearInterval(alive);
        encodings.delete(own.renderId);
      }
    }
  } catch (error) {
    console.error(error);
  } finally {
    isWorking = false;
  }
}

/** Begins to do the server's own work: now, and whenever there is more. */
export async function beginServerWork(): Promise<void> {
  onServerWork(() => void work());
  await freeServerJobs();
  void work();
}
