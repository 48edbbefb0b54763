import 'server-only';
import { mkdir, readdir } from 'node:fs/promises';
import path from 'node:path';
import { intakeReportSchema, type IntakeReport } from '@/core/delivery/intake';
import { readIfThere, writeBytes } from './files';
import { renderFolder } from './render-folders';

const reportsFolder = (renderId: string): string => path.join(renderFolder(renderId), 'reports');

/** A report as it was kept; nothing where it cannot be read. */
async function read(file: string): Promise<IntakeReport[]> {
  try {
    return [intakeReportSchema.parse(JSON.parse((await readIfThere(file))?.toString('utf8') ?? ''))];
  } catch {
    return [];
  }
}

/** What stations have said of a render, the last report of each. */
export async function reportsOf(renderId: string): Promise<IntakeReport[]> {
  const names = await readdir(reportsFolder(renderId)).catch(() => []);
  const files = names.filter((name) => name.endsWith('.json')).sort();
  return (await Promise.all(files.map((name) => read(path.join(reportsFolder(renderId), name))))).flat();
}

/** Keeps what a station says with the render, in the place of what it said before. */
export async function keepReport(renderId: string, report: IntakeReport): Promise<void> {
  await mkdir(reportsFolder(renderId), { recursive: true });
  await writeBytes(path.join(reportsFolder(renderId), `${report.station.id}.json`), Buffer.from(JSON.stringify(report, null, 2)));
}
