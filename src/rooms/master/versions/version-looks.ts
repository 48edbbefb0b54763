import { createStore } from 'zustand/vanilla';
import { readSettingsSchema } from '@/core/check/read-check';
import type { Verdict } from '@/core/check/verdict';
import type { Production } from '@/core/production/production';
import type { VersionRow } from '@/core/production/versions';
import { pictureBlob } from '@/parts/picture-blob';
import { CancelledError, PictureClient } from '@/parts/picture-client';
import { shownOf } from '../../workspace/shown';

/** What a row looks like, and what can be said of its words. */
export interface RowLook {
  /** What it was made of: a text that is another one when anything of it has changed. */
  of: string;
  still: string;
  verdicts: readonly Verdict[];
  trouble: string | null;
}

/** What is known of rows, by the ids of their productions and their own. */
export const lookStore = createStore<{ looks: Readonly<Record<string, RowLook>> }>()(() => ({ looks: {} }));

/** The name that a row goes by in what is known: rows of two productions may have the same id. */
export const lookKey = (productionId: string, rowId: string): string => `${productionId}/${rowId}`;

const ages = new WeakMap<object, number>();
let age = 0;

/** A number that is another one for each object. */
function ageOf(object: object): number {
  let known = ages.get(object);
  if (known === undefined) ages.set(object, (known = age++));
  return known;
}

/** What the look of a row is made of. Rows beside it, names and formats are none of it. */
export function madeOf(production: Production, { cells }: VersionRow, formatId: string | null): string {
  const { versions, ...rest } = production;
  const parts = Object.values(rest).map((value) => (typeof value === 'object' && value !== null ? ageOf(value) : String(value)));
  const format = versions.formats.find(({ id }) => id === formatId);
  return JSON.stringify([parts, versions.fields, versions.keep, versions.margin, format ?? null, cells]);
}

async function look(client: PictureClient, of: string, production: Production): Promise<RowLook> {
  client.setProduction(production);
  const glance = await client.glance(readSettingsSchema.parse({}));
  if (!glance) throw new CancelledError('asked for anew');
  return {
    of,
    still: URL.createObjectURL(await pictureBlob(glance, { type: 'image/webp', quality: 0.85 })),
    verdicts: glance.verdicts,
    trouble: null,
  };
}

/** A row whose look is wanted. */
export interface Wanted {
  row: VersionRow;
  formatId: string | null;
}

/** Draws the looks of rows, one after the other, in a worker of its own. */
export class LookMaker {
  private client: PictureClient | null = null;
  private wanted: readonly Wanted[] = [];
  private production: Production | null = null;
  private isBusy = false;

  constructor(private readonly productionId: string) {}

  /** Says which rows are in sight; what was asked for before and is not, is left. */
  want(production: Production, wanted: readonly Wanted[]): void {
    this.production = production;
    this.wanted = wanted;
    void this.work();
  }

  dispose(): void {
    this.wanted = [];
    this.leaveClient();
  }

  private leaveClient(): void {
    this.client?.dispose();
    this.client = null;
  }

  private next(): { wanted: Wanted; of: string } | null {
    const { looks } = lookStore.getState();
    for (const wanted of this.wanted) {
      const of = this.production ? madeOf(this.production, wanted.row, wanted.formatId) : '';
      if (looks[lookKey(this.productionId, wanted.row.id)]?.of !== of) return { wanted, of };
    }
    return null;
  }

  private async work(): Promise<void> {
    if (this.isBusy) return;
    this.isBusy = true;
    try {
      for (let task = this.next(); task; task = this.next()) await this.make(task.wanted, task.of);
    } catch (error) {
      if (!(error instanceof CancelledError)) throw error;
    } finally {
      this.isBusy = false;
    }
  }

  private async make({ row, formatId }: Wanted, of: string): Promise<void> {
    const { production } = this;
    if (!production) return;
    if (!this.client) {
      // A card that was lost does not come back to it: the next row is drawn by another.
      this.client = new PictureClient({ lost: () => this.leaveClient() });
      this.client.useCanvas(new OffscreenCanvas(16, 16));
    }
    const made = await look(this.client, of, shownOf(production, { rowId: row.id, formatId })).catch((error: unknown) => {
      if (error instanceof CancelledError) throw error;
      return { of, still: '', verdicts: [], trouble: error instanceof Error ? error.message : 'It could not be drawn.' };
    });
    const key = lookKey(this.productionId, row.id);
    const before = lookStore.getState().looks[key];
    if (before?.still) URL.revokeObjectURL(before.still);
    lookStore.setState(({ looks }) => ({ looks: { ...looks, [key]: made } }));
  }
}

const WORST = ['fails', 'warns', 'passes', 'told'] as const;

/** The worst of some verdicts; null where there are none. */
export function worstOf(verdicts: readonly Verdict[]): Verdict | null {
  for (const state of WORST) {
    const found = verdicts.find((verdict) => verdict.state === state);
    if (found) return found;
  }
  return null;
}
