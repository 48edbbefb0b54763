import 'server-only';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { MAX_SOUND_BYTES } from '@/core/production/sound';
import { dataPath } from './data-folder';
import { UserError } from './errors';
import { readIfThere, writeBytes } from './files';

const soundFile = (hash: string) => path.join(dataPath('sounds'), `${hash}.sound`);
const isHash = (hash: string) => /^[0-9a-f]{64}$/.test(hash);

/** Kinds of sound file by how they begin (RIFF, ID3 and MPEG, Ogg and FLAC specifications). */
function kindOf(bytes: Uint8Array): string | null {
  const text = new TextDecoder('latin1').decode(bytes.subarray(0, 12));
  if (text.startsWith('RIFF') && text.slice(8) === 'WAVE') return 'audio/wav';
  if (text.startsWith('OggS')) return 'audio/ogg';
  if (text.startsWith('fLaC')) return 'audio/flac';
  if (text.startsWith('ID3') || (bytes[0] === 0xff && ((bytes[1] ?? 0) & 0xe0) === 0xe0)) return 'audio/mpeg';
  return null;
}

/**
 * Takes in a sound file; the same file twice is one. Its content is judged by the browser that plays it.
 * @throws UserError when it is no sound file
 */
export async function addSound(fileName: string, bytes: Uint8Array): Promise<{ hash: string }> {
  if (bytes.length > MAX_SOUND_BYTES) throw new UserError(413, 'A sound file can be at most 100 MB.');
  if (!kindOf(bytes)) throw new UserError(415, `“${fileName}” is not a sound file. Choose a WAV, MP3, OGG or FLAC file.`);
  const hash = createHash('sha256').update(bytes).digest('hex');
  if (!(await readIfThere(soundFile(hash)))) await writeBytes(soundFile(hash), bytes);
  return { hash };
}

export async function soundBytes(hash: string): Promise<{ bytes: Uint8Array; type: string } | null> {
  const bytes = isHash(hash) ? await readIfThere(soundFile(hash)) : null;
  return bytes && { bytes, type: kindOf(bytes) ?? 'application/octet-stream' };
}
