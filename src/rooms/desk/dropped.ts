import { FILE_ENDING } from '@/core/interchange/production-file';
import { addModel } from '@/core/production/edits/model-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { addPanel } from '@/core/production/edits/panel-edits';
import type { ProductionSummary } from '@/core/production/listing';
import { bareName } from '@/core/production/media';
import { pictureSchema } from '@/core/production/picture';
import { emptyProduction, MAX_FRAMES, type FrameFormat, type Production } from '@/core/production/production';
import { soundSchema } from '@/core/production/sound';
import { ofKind } from '@/core/schema/owner-kind';
import { cutText } from '@/core/schema/text';
import { framesPerSecond, RATE_NAMES } from '@/core/time/rate';
import { api, sendMedia } from '@/parts/api';
import { readFile } from '@/parts/reading-client';
import { decodeSound, levelsOf } from '@/parts/sound-client';

/** What becomes of a file that is dropped on the desk: mostly a production of its own. */

const FORMAT: FrameFormat = { width: 1920, height: 1080, rate: '25', length: 100 };

const nameOf = (file: File): string => cutText(bareName(file.name), 120) || 'Untitled';
const NEVER = new AbortController().signal;
const quietly = () => undefined;

const keep = (document: Production): Promise<ProductionSummary> => api('/api/productions', { method: 'POST', json: { document } });

async function fromPicture(file: File): Promise<string> {
  const { facts, file: kept } = await readFile('picture', [file], quietly, NEVER);
  const { hash } = await sendMedia('picture', kept);
  const picture = pictureSchema.parse({ ...facts, hash, name: file.name });
  if (picture.holds === 'still') {
    const production = emptyProduction(nameOf(file), FORMAT);
    addPanel(production, picture);
    await keep(production);
    return `“${nameOf(file)}” is a production with the picture as a panel.`;
  }
  // Filmed material sets raster, rate and length.
  const rate = RATE_NAMES.find((name) => Math.abs(framesPerSecond(name) - picture.rate) < 0.02) ?? FORMAT.rate;
  const { width, height, frames } = picture;
  const production = emptyProduction(nameOf(file), {
    width: Math.max(16, width),
    height: Math.max(16, height),
    rate,
    length: Math.min(MAX_FRAMES, frames),
  });
  const plate = ofKind(production.set, 'plate');
  if (plate) plate.settings.picture = picture;
  await keep(production);
  return `“${nameOf(file)}” is a production with the film as its plate.`;
}

/** What is done with a file of each kind; returns what came of it, in words. A new kind is one entry here. */
const KINDS: readonly { ending: RegExp; take: (file: File) => Promise<string> }[] = [
  {
    ending: new RegExp(`\\${FILE_ENDING}$`, 'i'),
    take: async (file) => {
      const { name } = await api<ProductionSummary>('/api/productions/file', { method: 'POST', body: file });
      return `“${name}” is on the desk.`;
    },
  },
  {
    ending: /\.svg$/i,
    take: async (file) => {
      const { parts } = await readFile('drawing', [file], quietly, NEVER);
      const production = emptyProduction(nameOf(file), FORMAT);
      addOutlineMark(production, nameOf(file), parts);
      await keep(production);
      return `“${nameOf(file)}” is a production with the drawing as its mark.`;
    },
  },
  {
    ending: /\.(ttf|otf|woff2?)$/i,
    take: async (file) => {
      const { name } = await api<{ name: string }>(`/api/fonts?name=${encodeURIComponent(file.name)}`, { method: 'POST', body: file });
      return `The font “${name}” can be chosen in every production.`;
    },
  },
  {
    ending: /\.(wav|mp3|ogg|flac)$/i,
    take: async (file) => {
      const { buffer } = await decodeSound(await file.arrayBuffer()).catch(() => {
        throw new Error(`“${file.name}” cannot be played.`);
      });
      const { hash } = await sendMedia('sound', file);
      const length = Math.max(1, Math.min(MAX_FRAMES, Math.round(buffer.duration * framesPerSecond(FORMAT.rate))));
      const production = emptyProduction(nameOf(file), { ...FORMAT, length });
      const levels = await levelsOf(buffer);
      production.sound = soundSchema.parse({ hash, name: file.name, seconds: buffer.duration, from: 0, levels });
      await keep(production);
      return `“${nameOf(file)}” is a production as long as the sound.`;
    },
  },
  { ending: /\.(png|jpe?g|webp|mp4|webm|mov|zip)$/i, take: fromPicture },
  {
    ending: /\.glb$/i,
    take: async (file) => {
      const { parts } = await readFile('model', [file], quietly, NEVER);
      const { hash } = await sendMedia('model', file);
      const production = emptyProduction(nameOf(file), FORMAT);
      addModel(production, { hash, name: file.name }, parts);
      await keep(production);
      return `“${nameOf(file)}” is a production with the model as its mark.`;
    },
  },
];

/** Endings of all files that are taken, for a file dialog. */
export const TAKEN = `${FILE_ENDING},.svg,.ttf,.otf,.woff,.woff2,.wav,.mp3,.ogg,.flac,.png,.jpg,.jpeg,.webp,.mp4,.webm,.mov,.zip,.glb`;

/**
 * Takes a file in; returns what came of it.
 * @throws an Error in words where nothing can be done with it
 */
export async function takeFile(file: File): Promise<string> {
  const kind = KINDS.find(({ ending }) => ending.test(file.name));
  if (!kind)
    throw new Error(
      `“${file.name}” is of no kind that can be used here: productions, drawings (SVG), fonts, sounds, pictures, films, models.`,
    );
  return kind.take(file);
}
