import type { ReadSettings } from '@/core/check/read-check';
import { frameMotion } from '@/core/check/strobe';
import { fallOrder, fallSource } from '@/core/frame/fall-order';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { writeTakeaway } from '@/core/interchange/takeaways';
import type { Scenery } from '@/picture/draw-frame';
import type { Painter } from '@/picture/painter';
import { inSlices } from './breathe';
import { glanceAt, runChecks, type CheckOrder } from './check-run';
import { glbOf, type builtMark } from './mark-answers';
import type { FromPicture, ToPicture } from './picture-messages';

/** What answers are made from, as it is at the moment. */
interface Ground {
  painter: Painter | null;
  scenery: Scenery | null;
  /** Why pictures would not show the whole production, in words. */
  trouble: string | null;
  whenBuilt(): Promise<void>;
  solidsOf(markId: string): MarkSolids | undefined;
  built(markId: string): ReturnType<typeof builtMark>;
}

/** Answers that take a while: they wait until marks are built, and let messages in meanwhile. */
export class SlowAnswers {
  /** The newest question about motion, and the newest order for checks. */
  private motionAsked = 0;
  private checksAsked = 0;

  constructor(
    private readonly send: (message: FromPicture) => void,
    private readonly ground: () => Ground,
  ) {}

  async glb(id: number, markId: string): Promise<void> {
    await this.ground().whenBuilt();
    this.send({ kind: 'glb', id, bytes: await glbOf(this.ground().built(markId)).catch(() => null) });
  }

  async fall(id: number, markId: string): Promise<void> {
    await this.ground().whenBuilt();
    const { scenery, solidsOf } = this.ground();
    const mark = scenery?.production.marks.find((each) => each.id === markId);
    if (!scenery || !mark) return this.send({ kind: 'fall', id, order: null, from: '' });
    const { production, boundsOf } = scenery;
    this.send({ kind: 'fall', id, order: fallOrder(production, mark, solidsOf, boundsOf), from: fallSource(production, mark, boundsOf) });
  }

  async motion(id: number, every: number): Promise<void> {
    this.motionAsked = id;
    const { scenery } = this.ground();
    const motions = scenery ? frameMotion(scenery.production, scenery.boundsOf, every, scenery.probe) : [];
    this.send({ kind: 'motion', id, motion: await inSlices(motions, () => this.motionAsked === id).catch(() => null) });
  }

  async takeaway({ id, name, first, last, file }: Extract<ToPicture, { kind: 'takeaway' }>): Promise<void> {
    await this.ground().whenBuilt();
    const { scenery, solidsOf, trouble } = this.ground();
    if (!scenery || trouble) return this.send({ kind: 'takeaway', id, bytes: null, trouble: trouble ?? 'There is nothing to be written.' });
    const { production, boundsOf, probe } = scenery;
    const written = writeTakeaway(name, { production, boundsOf, probe, solidsOf, first, last, file });
    const bytes = await written.catch((error: unknown) => (error instanceof Error ? error.message : 'That could not be written.'));
    this.send(
      typeof bytes === 'string' ? { kind: 'takeaway', id, bytes: null, trouble: bytes } : { kind: 'takeaway', id, bytes, trouble: null },
    );
  }

  async checks(id: number, order: CheckOrder): Promise<void> {
    this.checksAsked = id;
    await this.ground().whenBuilt();
    const { painter, scenery, trouble } = this.ground();
    if (!painter || !scenery || trouble)
      return this.send({ kind: 'checks', id, verdicts: null, trouble: trouble ?? 'Nothing is drawn here.' });
    const told = (done: number, of: number) => this.send({ kind: 'checking', done, of });
    const verdicts = await runChecks(painter, scenery, order, told, () => this.checksAsked === id);
    this.send({ kind: 'checks', id, verdicts, trouble: null });
  }

  async glance(id: number, needs: ReadSettings): Promise<void> {
    this.checksAsked = id;
    await this.ground().whenBuilt();
    const { painter, scenery, trouble, solidsOf } = this.ground();
    if (!painter || !scenery || trouble)
      return this.send({ kind: 'glance', id, glance: null, trouble: trouble ?? 'Nothing is drawn here.' });
    const missingIn = (markId: string) => solidsOf(markId)?.missing ?? [];
    this.send({
      kind: 'glance',
      id,
      glance: await glanceAt(painter, scenery, missingIn, needs, () => this.checksAsked === id),
      trouble: null,
    });
  }

  stopChecks(): void {
    this.checksAsked = 0;
  }
}
