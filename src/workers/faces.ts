import { fontKey, type FontRef } from '@/core/outline/font-ref';
import { Typeface } from '@/core/outline/typeface';
import type { RunFaces } from '@/core/frame/solids/shell-outlines';
import { Recent } from '@/core/keep/recent';
import type { Words } from '@/core/production/words';

/** Fonts that are loaded, with their parts: as many as a production is likely to use. */
const MAX_FONTS = 60;
/** A font comes in two files at most: its main letters, and more of them. */
const MAX_PARTS = 2;

const loading = new Recent<Promise<Typeface[]>>(MAX_FONTS);

async function loadFaces({ source, id, axes }: FontRef): Promise<Typeface[]> {
  const loaded: Typeface[] = [];
  for (let part = 0; part < MAX_PARTS; part++) {
    const response = await fetch(`/api/fonts/${source}/${id}/${part}`);
    if (response.status === 404 && part > 0) break;
    if (!response.ok)
      throw new Error(
        response.status === 404 ? 'The font of these words is not here any more. Choose another one.' : 'The font could not be loaded.',
      );
    loaded.push(new Typeface(await response.arrayBuffer(), axes));
  }
  return loaded;
}

/** A font and what stands in for it, loaded once. One that could not be loaded is tried again. */
function facesFor(font: FontRef): Promise<Typeface[]> {
  const name = fontKey(font);
  return loading.ensure(name, () => {
    const faces = loadFaces(font);
    faces.catch(() => loading.delete(name));
    return faces;
  });
}

/** All faces that some words are set in, loaded. */
export async function wordsFaces({ font, runs }: Words): Promise<{ faces: Typeface[]; runFaces: RunFaces }> {
  const own = new Map<string, Typeface[]>();
  for (const run of runs) if (run.font) own.set(fontKey(run.font), await facesFor(run.font));
  return { faces: await facesFor(font), runFaces: (ref) => own.get(fontKey(ref)) ?? [] };
}
