import { ModelFileError, readModel, type ReadModel } from '@/core/interchange/model-file';
import { MEDIA, tooLarge } from '@/core/production/media';

/** What is told of a model when it is taken in: its parts, and what of it is left out. */
export type ModelFacts = Omit<ReadModel, 'shape'>;

/** Reads a binary glTF file, to know whether it can be used and what it is made of. */
export async function readModelFile([file]: readonly File[]): Promise<ModelFacts> {
  if (!file) throw new ModelFileError('There is no file.');
  if (file.size > MEDIA.model.maxBytes) throw new ModelFileError(tooLarge(MEDIA.model));
  const { parts, notes } = await readModel(new Uint8Array(await file.arrayBuffer()));
  return { parts, notes };
}
