import { outputOfKind } from '@/core/delivery/outputs/outputs';
import type { Patch } from 'immer';
import { buildMark } from '@/core/frame/solids/build-mark';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { PictureDesk } from '@/workers/picture-desk';
import type { FromPicture, ToPicture } from '@/workers/picture-messages';
import type { BuildReply, BuildRequest } from '@/workers/solid-messages';
import { packagedTypeface } from '../support/fonts';
import { straightKey } from '../support/key';

/** The worker that builds solids, played here: builds each mark that is asked for with one typeface. */
class BuildingWorker {
  static waiting: BuildingWorker[] = [];
  private readonly listeners = new Map<string, ((event: unknown) => void)[]>();
  readonly asked: BuildRequest[] = [];

  constructor() {
    BuildingWorker.waiting.push(this);
    queueMicrotask(() => this.tell('message', { data: { kind: 'ready' } }));
  }
  addEventListener(name: string, listener: (event: unknown) => void): void {
    this.listeners.set(name, [...(this.listeners.get(name) ?? []), listener]);
  }
  set onmessage(listener: (event: unknown) => void) {
    this.addEventListener('message', listener);
  }
  set onerror(listener: (event: unknown) => void) {
    this.addEventListener('error', listener);
  }
  postMessage(message: BuildRequest): void {
    this.asked.push(message);
  }
  terminate(): void {}
  tell(name: string, event: unknown): void {
    for (const listener of this.listeners.get(name) ?? []) listener(event);
  }
  reply(message: BuildReply): void {
    this.tell('message', { data: message });
  }
}

const settled = () => new Promise((resolve) => setTimeout(resolve, 20));

/** Waits until something is there. */
async function there<T>(look: () => T | undefined): Promise<T> {
  for (;;) {
    const found = look();
    if (found !== undefined) return found;
    await settled();
  }
}

async function desk(words: string[] = ['LIFT']) {
  BuildingWorker.waiting = [];
  globalThis.Worker = BuildingWorker as unknown as typeof Worker;
  const sent: FromPicture[] = [];
  const made = new PictureDesk((message) => sent.push(message));
  const production = emptyProduction('Desk', { width: 640, height: 360, rate: '25', length: 50 });
  const ids = words.map((text) => addWordmark(production, text));
  const documents = createProductionStore(production);
  const current = (): Production => documents.store.getState().production;
  const tell = (message: ToPicture) => made.receive(message);
  const edit = (recipe: (draft: Production) => void) => {
    documents.edit(recipe);
    tell({ kind: 'patches', patches: documents.store.getState().patches as Patch[] });
  };
  const face = await packagedTypeface('archivo-black');
  /** The worker has built what was asked of it. */
  const build = async () => {
    await settled();
    const [worker] = BuildingWorker.waiting;
    for (const request of worker?.asked.splice(0) ?? []) {
      if (request.kind !== 'build') continue;
      const { pieces, ...solids } = buildMark(request.mark, [face]);
      worker?.reply({
        kind: 'built',
        markId: request.mark.id,
        key: solidsKey(request.mark),
        solids: { ...solids, pieces: pieces.map(({ mesh: _, ...piece }) => piece) } as never,
        meshes: new Map(pieces.map((piece) => [piece.key, piece.mesh])),
        font: null,
      });
    }
    await settled();
  };
  const all = <K extends FromPicture['kind']>(kind: K) =>
    sent.filter((message): message is Extract<FromPicture, { kind: K }> => message.kind === kind);
  const last = <K extends FromPicture['kind']>(kind: K) => all(kind).at(-1);
  /** The answer to a question, once it is there. */
  const answer = <K extends 'motion' | 'glb' | 'frame-failed'>(kind: K, question: number) =>
    there(() => all<K>(kind).find((message) => (message as { id: number }).id === question));
  return { tell, edit, build, last, answer, current, id: ids[0] as string };
}

test('what was built is told to the page: its bounds, its letters, its triangles', async () => {
  const { tell, build, last, current, id } = await desk();
  tell({ kind: 'production', production: current() });
  await build();
  const facts = last('mark')?.facts;
  expect(last('mark')?.markId).toBe(id);
  // After the last one stands the place of the caret.
  expect(facts?.letters.filter(({ from, to }) => to > from)).toHaveLength(4);
  expect(facts?.triangles).toBeGreaterThan(100);
  // A capital letter of size 1 is 1 m tall; what stands to either side of its middle is as deep as its shell.
  expect((facts?.bounds?.max[1] as number) - (facts?.bounds?.min[1] as number)).toBeCloseTo(1, 1);
});

test('a section cuts what stands there: closed lines as wide as the stroke that is cut; nothing where there is no mark', async () => {
  const { tell, build, last, current, id } = await desk(['I']);
  tell({ kind: 'production', production: current() });
  await build();
  tell({ kind: 'section', id: 1, markId: id, cut: { x: 0, y: 0, angleDeg: 0 } });
  const { bounds } = last('mark')?.facts ?? { bounds: null };
  const loops = last('section')?.loops ?? [];
  expect(loops.length).toBeGreaterThan(0);
  const across = loops.flatMap(({ loop }) => [...loop].filter((_, i) => i % 2 === 0));
  expect(Math.max(...across) - Math.min(...across)).toBeCloseTo((bounds?.max[0] as number) - (bounds?.min[0] as number), 3);
  tell({ kind: 'section', id: 2, markId: 'none', cut: { x: 0, y: 0, angleDeg: 0 } });
  expect(last('section')).toEqual({ kind: 'section', id: 2, loops: [] });
});

test('a mark goes out as binary glTF, and as nothing when there is none', async () => {
  const { tell, build, answer, current, id } = await desk();
  tell({ kind: 'production', production: current() });
  await build();
  tell({ kind: 'glb', id: 1, markId: id });
  // "glTF" in ASCII (glTF 2.0, section 4.4.2).
  expect(new TextDecoder().decode((await answer('glb', 1)).bytes?.subarray(0, 4))).toBe('glTF');
  tell({ kind: 'glb', id: 2, markId: 'none' });
  expect((await answer('glb', 2)).bytes).toBeNull();
});

test('motion is measured at every so many frames, of the production as it is now; every question ends', async () => {
  const { tell, edit, build, answer, current, id } = await desk();
  tell({ kind: 'production', production: current() });
  await build();
  tell({ kind: 'motion', id: 1, every: 5 });
  const still = (await answer('motion', 1)).motion;
  expect(still?.map(({ frame }) => frame)).toEqual([0, 5, 10, 15, 20, 25, 30, 35, 40, 45]);
  expect(still?.every(({ pixels }) => pixels < 1e-6)).toBe(true);
  edit((draft) => changeMark(draft, id, ({ channels }) => (channels.x.keys = [straightKey(0, 0), straightKey(50, 5)])));
  tell({ kind: 'motion', id: 2, every: 1 });
  tell({ kind: 'motion', id: 3, every: 10 });
  expect((await answer('motion', 3)).motion?.some(({ pixels }) => pixels > 5)).toBe(true);
  await answer('motion', 2);
});

test('without a canvas nothing is picked and no frame is drawn: every question ends all the same', async () => {
  const { tell, build, last, answer, current } = await desk();
  tell({ kind: 'pick', id: 1, x: 0, y: 0 });
  expect(last('picked')).toMatchObject({ id: 1, markId: null });
  tell({ kind: 'production', production: current() });
  await build();
  tell({ kind: 'frame', order: { id: 9, frame: 0, width: 16, height: 9, samples: 1, alpha: false, files: [outputOfKind('png')] } });
  expect(await answer('frame-failed', 9)).toMatchObject({ reason: 'cancelled' });
});

test('a frame is not drawn with a mark missing: it is refused with the reason', async () => {
  const { tell, last, current, id } = await desk();
  tell({ kind: 'production', production: current() });
  await settled();
  BuildingWorker.waiting[0]?.reply({
    kind: 'failed',
    markId: id,
    key: solidsKey(current().marks[0] as never),
    reason: 'its font is not there',
  });
  await settled();
  expect(last('mark-failed')).toEqual({ kind: 'mark-failed', markId: id, reason: 'its font is not there' });
});
