import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { readEditList } from './edit-list.ts';
import { lookAtAlpha, lookThrough, measureLoudness, measurePictures } from './measure.ts';
import { perSecond, pointsOf, type Point } from './points.ts';
import { probe } from './probe.ts';
import type { Station } from './stations.ts';

/** What a station says of a delivery. */
export interface Report {
  station: { id: string; name: string };
  title: string;
  file: string;
  /** ISO 8601. */
  received: string;
  verdict: Point['verdict'];
  points: Point[];
}

/** What came. */
export interface Delivery {
  title: string;
  declared: { frames: number; rate: string };
  /** Paths of its files. */
  video: string;
  editList: string | null;
}

const worst = (points: readonly Point[]): Point['verdict'] =>
  points.some(({ verdict }) => verdict === 'refused')
    ? 'refused'
    : points.some(({ verdict }) => verdict === 'remarked')
      ? 'remarked'
      : 'accepted';

/** Reads a delivery back, as if nothing were known of whoever made it. */
export async function reportOn(station: Station, { title, declared, video, editList }: Delivery, now = new Date()): Promise<Report> {
  const file = path.basename(video);
  const about = { station: { id: station.id, name: station.name }, title, file, received: now.toISOString() };
  try {
    const facts = await probe(video);
    const rate = perSecond(facts.rate);
    const points = pointsOf(station, {
      name: path.parse(file).name,
      ending: path.extname(file).slice(1).toLowerCase(),
      declared,
      facts,
      pictures: await measurePictures(video, rate),
      frames: await lookThrough(video, facts),
      alpha: facts.hasAlpha ? await lookAtAlpha(video, facts, facts.codec) : null,
      loudness: facts.sound ? await measureLoudness(video) : null,
      edits: editList === null ? null : readEditList(await readFile(editList, 'utf8'), rate),
    });
    return { ...about, verdict: worst(points), points };
  } catch (error) {
    const found = error instanceof Error ? error.message : 'It could not be read.';
    const unread: Point = { point: 'reading', label: 'Reading', verdict: 'refused', found, wanted: 'files that can be read' };
    return { ...about, verdict: 'refused', points: [unread] };
  }
}
