import { readModel } from '@/core/interchange/model-file';
import { Recent } from '@/core/keep/recent';
import type { ModelShape } from '@/core/solid/model';

/** Models that are loaded: they are large. */
const MAX_MODELS = 6;

const loading = new Recent<Promise<ModelShape>>(MAX_MODELS);

async function loadModel(hash: string): Promise<ModelShape> {
  const response = await fetch(`/api/media/model/${hash}`);
  if (!response.ok)
    throw new Error(
      response.status === 404 ? 'The file of this model is not here any more. Choose it again.' : 'The model could not be loaded.',
    );
  return (await readModel(new Uint8Array(await response.arrayBuffer()))).shape;
}

/** A model by the hash of its file, loaded once. One that could not be loaded is tried again. */
export function modelShape(hash: string): Promise<ModelShape> {
  return loading.ensure(hash, () => {
    const model = loadModel(hash);
    model.catch(() => loading.delete(hash));
    return model;
  });
}
