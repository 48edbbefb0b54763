import { buildSteps, type BuildCache } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { outlinePath } from '@/core/frame/solids/outline-path';
import type { Mark } from '@/core/production/mark';
import { runSettings } from '@/core/frame/solids/shell-outlines';
import { Recent } from '@/core/keep/recent';
import { setText } from '@/core/outline/text-layout';
import type { Typeface } from '@/core/outline/typeface';
import type { Words } from '@/core/production/words';
import type { SolidMesh } from '@/core/solid/mesh';
import { breathe } from './breathe';
import { wordsFaces } from './faces';
import { modelShape } from './models';
import type { BuildReply, BuildRequest, FontFacts } from './solid-messages';
import { sayReady } from './worker-port';

/** Builds the solids of marks, one after another; of several requests for one mark only the newest is done. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
type MarkRequest = Extract<BuildRequest, { kind: 'build' }>;
const waiting = new Map<string, MarkRequest>();
let busy = false;

/** While a mark is built, how often it is told how far it is, milliseconds. */
const TELL_MS = 100;

const NO_TOPOLOGY: SolidMesh['topology'] = { positions: new Float64Array(), triangles: new Uint32Array() };

/** Solids as they are drawn: the bare topology, which is for judges only, is not kept. */
class RecentMeshes extends Recent<SolidMesh> {
  override set(key: string, mesh: SolidMesh): void {
    mesh.topology = NO_TOPOLOGY;
    super.set(key, mesh);
  }
}

const cache: BuildCache = { layouts: new Recent(40), outlines: new Recent(120), meshes: new RecentMeshes(600) };

/** Keys of the meshes that each mark had when it was built last. */
const sent = new Map<string, Set<string>>();

const send = (reply: BuildReply) => scope.postMessage(reply);

/** Sends solids with those meshes that are new. They are copied and not handed over: the cache keeps them. */
function sendBuilt({ mark, key }: MarkRequest, { pieces, ...solids }: MarkSolids, font: FontFacts | null): void {
  const known = sent.get(mark.id);
  // Pieces that were cut are made anew each time, and not kept.
  for (const { shard, mesh } of pieces) if (shard !== null) mesh.topology = NO_TOPOLOGY;
  const meshes = new Map(pieces.filter((piece) => !known?.has(piece.key)).map((piece) => [piece.key, piece.mesh]));
  sent.set(mark.id, new Set(pieces.map((piece) => piece.key)));
  const bare = pieces.map(({ mesh: _mesh, ...piece }) => piece);
  send({ kind: 'built', markId: mark.id, key, solids: { ...solids, pieces: bare }, meshes, font });
}

async function build(request: MarkRequest): Promise<void> {
  const { mark, key } = request;
  let lastTold = performance.now();
  try {
    const own = mark.body.kind === 'words' ? await wordsFaces(mark.body) : null;
    const model = mark.body.kind === 'model' ? await modelShape(mark.body.model.hash) : null;
    const steps = buildSteps(mark, own?.faces ?? [], { cache, runFaces: own?.runFaces, model });
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (performance.now() - lastTold < TELL_MS) continue;
      lastTold = performance.now();
      send({ kind: 'progress', markId: mark.id, key, ...step.value });
      // Newer requests are let in; one for this mark makes the rest of the work void.
      await breathe();
      if (waiting.has(mark.id)) return;
    }
    sendBuilt(request, step.value, own ? factsOf(own.faces[0]) : null);
  } catch (error) {
    send({ kind: 'failed', markId: mark.id, key, reason: error instanceof Error ? error.message : 'This mark could not be built.' });
  }
}

const factsOf = (face: Typeface | undefined): FontFacts | null => (face ? { axes: face.axes, restricted: face.restricted } : null);

async function answerLetters(id: number, words: Words): Promise<void> {
  try {
    const { faces, runFaces } = await wordsFaces(words);
    send({ kind: 'letters', id, letters: setText({ ...words, runs: runSettings(words.runs, runFaces) }, faces).letters });
  } catch {
    send({ kind: 'letters', id, letters: null });
  }
}

async function answerOutline(id: number, mark: Mark): Promise<void> {
  try {
    const own = mark.body.kind === 'words' ? await wordsFaces(mark.body) : null;
    send({ kind: 'outline', id, d: outlinePath(mark, own?.faces ?? [], own?.runFaces) });
  } catch {
    send({ kind: 'outline', id, d: null });
  }
}

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  for (let next = waiting.values().next(); !next.done; next = waiting.values().next()) {
    waiting.delete(next.value.mark.id);
    await build(next.value);
    // Let newer requests in between two marks.
    await breathe();
  }
  busy = false;
}

scope.onmessage = ({ data }: MessageEvent<BuildRequest>) => {
  if (data.kind === 'outline') {
    void answerOutline(data.id, data.mark);
    return;
  }
  if (data.kind === 'letters') {
    void answerLetters(data.id, data.words);
    return;
  }
  waiting.set(data.mark.id, data);
  void work();
};
sayReady(scope);
