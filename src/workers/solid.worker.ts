import { Typeface } from '@/core/outline/typeface';
import { fontKey, type FontRef } from '@/core/outline/font-ref';
import { setText } from '@/core/outline/text-layout';
import type { Words } from '@/core/production/words';
import { buildSteps, type BuildCache } from '@/core/frame/mark-solids';
import type { SolidMesh } from '@/core/solid/mesh';
import { sayReady } from './worker-port';
import type { BuildReply, BuildRequest, FontFacts } from './solid-messages';

/** Builds the solids of marks, one after another; of several requests for one mark only the newest is done. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
type MarkRequest = Extract<BuildRequest, { kind: 'build' }>;
const waiting = new Map<string, MarkRequest>();
const faces = new Map<string, Promise<Typeface[]>>();
let busy = false;

/** A map that forgets what was used longest ago. */
class Recent<T> extends Map<string, T> {
  constructor(private readonly limit: number) {
    super();
  }
  override get(key: string): T | undefined {
    const value = super.get(key);
    if (value !== undefined) {
      super.delete(key);
      super.set(key, value);
    }
    return value;
  }
  override set(key: string, value: T): this {
    super.set(key, value);
    const oldest = super.keys().next();
    if (this.size > this.limit && !oldest.done) super.delete(oldest.value);
    return this;
  }
}

/** Solids as they are drawn: the bare topology, which is for judges only, is not kept. */
class RecentMeshes extends Recent<SolidMesh> {
  override set(key: string, mesh: SolidMesh): this {
    mesh.topology = { positions: new Float64Array(), triangles: new Uint32Array() };
    return super.set(key, mesh);
  }
}

const cache: BuildCache = { layouts: new Recent(40), outlines: new Recent(120), meshes: new RecentMeshes(600) };

const send = (reply: BuildReply, transfer: Transferable[] = []) => scope.postMessage(reply, transfer);

async function loadFaces({ source, id, axes }: FontRef): Promise<Typeface[]> {
  const loaded: Typeface[] = [];
  for (let part = 0; part < 2; part++) {
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

function facesFor(font: FontRef): Promise<Typeface[]> {
  const id = fontKey(font);
  let loading = faces.get(id);
  if (!loading) {
    loading = loadFaces(font);
    loading.catch(() => faces.delete(id));
    faces.set(id, loading);
  }
  return loading;
}

async function build({ mark, key }: MarkRequest): Promise<void> {
  let lastTold = performance.now();
  try {
    const own = mark.body.kind === 'words' ? await wordsFaces(mark.body) : null;
    const steps = buildSteps(mark, own?.faces ?? [], { cache, runFaces: own?.runFaces });
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (performance.now() - lastTold < 100) continue;
      lastTold = performance.now();
      send({ kind: 'progress', markId: mark.id, key, ...step.value });
      // Newer requests are let in; one for this mark makes the rest of the work void.
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (waiting.has(mark.id)) return;
    }
    const solids = step.value;
    // Copied and not handed over: the cache keeps them.
    send({ kind: 'built', markId: mark.id, key, solids, font: own ? factsOf(own.faces[0]) : null });
  } catch (error) {
    send({ kind: 'failed', markId: mark.id, key, reason: error instanceof Error ? error.message : 'This mark could not be built.' });
  }
}

const factsOf = (face: Typeface | undefined): FontFacts | null => (face ? { axes: face.axes, restricted: face.restricted } : null);

/** All faces that some words are set in, loaded. */
async function wordsFaces({ font, runs }: Words) {
  const own = new Map<string, Typeface[]>();
  for (const run of runs) if (run.font) own.set(fontKey(run.font), await facesFor(run.font));
  return { faces: await facesFor(font), runFaces: (ref: FontRef) => own.get(fontKey(ref)) ?? [] };
}

async function answerLetters(id: number, words: Words): Promise<void> {
  try {
    const { faces: main, runFaces } = await wordsFaces(words);
    const runs = words.runs.map(({ font, surface, ...run }) => ({ ...run, faces: font && runFaces(font), dressed: surface !== undefined }));
    send({ kind: 'letters', id, letters: setText({ ...words, runs }, main).letters });
  } catch {
    send({ kind: 'letters', id, letters: null });
  }
}

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  for (let next = waiting.values().next(); !next.done; next = waiting.values().next()) {
    waiting.delete(next.value.mark.id);
    await build(next.value);
    // Let newer requests in between two marks.
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
  busy = false;
}

scope.onmessage = ({ data }: MessageEvent<BuildRequest>) => {
  if (data.kind === 'letters') {
    void answerLetters(data.id, data.words);
    return;
  }
  waiting.set(data.mark.id, data);
  void work();
};
sayReady(scope);
