import { Typeface } from '@/core/outline/typeface';
import type { FontRef, Mark } from '@/core/production/mark';
import { buildMark, type SolidCache } from '@/core/frame/mark-solids';
import type { SolidMesh } from '@/core/solid/mesh';
import { sayReady } from './worker-port';
import type { BuildReply, BuildRequest } from './solid-messages';

/** Builds the solids of marks, one after another; of several requests for one mark only the newest is done. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
const waiting = new Map<string, BuildRequest>();
const faces = new Map<string, Promise<Typeface[]>>();
let busy = false;

const MAX_KEPT = 600;
const kept = new Map<string, SolidMesh>();

/** The solids used last; the bare topology, which is for judges only, is not kept. */
const cache: SolidCache = {
  get: (key) => {
    const mesh = kept.get(key);
    if (mesh) {
      kept.delete(key);
      kept.set(key, mesh);
    }
    return mesh;
  },
  set: (key, mesh) => {
    mesh.topology = { positions: new Float64Array(), triangles: new Uint32Array() };
    kept.set(key, mesh);
    const oldest = kept.keys().next();
    if (kept.size > MAX_KEPT && !oldest.done) kept.delete(oldest.value);
  },
};

const send = (reply: BuildReply, transfer: Transferable[] = []) => scope.postMessage(reply, transfer);

async function loadFaces({ source, id }: FontRef): Promise<Typeface[]> {
  const loaded: Typeface[] = [];
  for (let part = 0; part < 2; part++) {
    const response = await fetch(`/api/fonts/${source}/${id}/${part}`);
    if (response.status === 404 && part > 0) break;
    if (!response.ok) throw new Error(response.status === 404 ? 'The font of these words is not here any more. Choose another one.' : 'The font could not be loaded.');
    loaded.push(new Typeface(await response.arrayBuffer()));
  }
  return loaded;
}

function facesFor(font: FontRef): Promise<Typeface[]> {
  const id = `${font.source}/${font.id}`;
  let loading = faces.get(id);
  if (!loading) {
    loading = loadFaces(font);
    loading.catch(() => faces.delete(id));
    faces.set(id, loading);
  }
  return loading;
}

async function build({ mark, key }: BuildRequest): Promise<void> {
  let lastTold = performance.now();
  try {
    const solids = buildMark(mark, await markFaces(mark), {
      cache,
      onPiece: (done, of) => {
        if (performance.now() - lastTold < 100) return;
        lastTold = performance.now();
        send({ kind: 'progress', markId: mark.id, key, done, of });
      },
    });
    // Copied and not handed over: the cache keeps them.
    send({ kind: 'built', markId: mark.id, key, solids });
  } catch (error) {
    send({ kind: 'failed', markId: mark.id, key, reason: error instanceof Error ? error.message : 'This mark could not be built.' });
  }
}

const markFaces = (mark: Mark) => (mark.body.kind === 'words' ? facesFor(mark.body.font) : Promise.resolve([]));

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
  waiting.set(data.mark.id, data);
  void work();
};
sayReady(scope);
