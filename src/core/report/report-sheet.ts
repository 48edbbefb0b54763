import type { Verdict } from '../check/verdict';
import type { IntakeReport } from '../delivery/intake';
import { formatTimecode } from '../time/timecode';
import type { RateName } from '../time/rate';
import { html, Markup } from './html';

/** What a report sheet tells of a render: one page for whoever signs it off, that needs nothing beside itself. */
export interface SheetContent {
  production: string;
  /** What its files are called; empty for none. */
  version: string;
  width: number;
  height: number;
  rate: RateName;
  /** Frames, first and last with them, at that rate. */
  first: number;
  last: number;
  /** How it was drawn, in words. */
  drawn: string;
  /** Kinds of files, as they are called. */
  files: readonly string[];
  fonts: readonly string[];
  sound: string | null;
  /** Frames of the contact sheet, each as a data address of a picture. */
  stills: readonly { frame: number; picture: string }[];
  /** What checks say; null where they were not run. */
  verdicts: readonly Verdict[] | null;
  reports: readonly IntakeReport[];
  /** When the render was ordered, and when the sheet was made; ISO 8601. */
  ordered: string;
  made: string;
}

const STYLE = `
  @page { size: A4 landscape; margin: 12mm; }
  body { margin: 24px auto; max-width: 1080px; font: 12px/1.45 system-ui, sans-serif; color: #1a1a1a; background: #fff; }
  h1 { font-size: 22px; margin: 0; }
  h2 { font-size: 14px; margin: 22px 0 6px; break-after: avoid; }
  dl { display: grid; grid-template-columns: 130px 1fr; gap: 2px 14px; margin: 10px 0; }
  dt { color: #666; }
  dd { margin: 0; }
  .stills { display: grid; grid-template-columns: repeat(4, 1fr); gap: 10px; }
  figure { margin: 0; break-inside: avoid; }
  img { width: 100%; display: block; background: #ddd; }
  figcaption, td, th { font-variant-numeric: tabular-nums; }
  figcaption { color: #666; font-size: 11px; }
  table { width: 100%; border-collapse: collapse; }
  th { text-align: left; color: #666; font-weight: 500; }
  th, td { padding: 3px 12px 3px 0; border-bottom: 1px solid #ddd; vertical-align: top; }
  tr { break-inside: avoid; }
  .passes, .accepted { color: #0f6b4a; }
  .warns, .remarked { color: #7a5600; }
  .fails, .refused { color: #a02a20; }
`;

const STATES: Readonly<Record<Verdict['state'], string>> = { passes: 'passes', warns: 'look', fails: 'fails', told: 'told' };

const line = (label: string, value: Markup | string | null): Markup | null =>
  value
    ? html`<dt>${label}</dt>
        <dd>${value}</dd>`
    : null;

const checks = (verdicts: readonly Verdict[] | null): Markup =>
  verdicts === null
    ? html`<p>They were not run.</p>`
    : html`<table>
        <thead>
          <tr>
            <th>Check</th>
            <th>Verdict</th>
            <th>Figure</th>
            <th>What to do</th>
          </tr>
        </thead>
        <tbody>
          ${verdicts.map(
            ({ label, state, figure, advice }) =>
              html`<tr>
                <td>${label}</td>
                <td class="${state}">${STATES[state]}</td>
                <td>${figure}</td>
                <td>${advice}</td>
              </tr>`,
          )}
        </tbody>
      </table>`;

const station = ({ station: { name }, verdict, received, file, points }: IntakeReport): Markup =>
  html`<h2>${name}: <span class="${verdict}">${verdict}</span></h2>
    <p>${file}, received ${received}</p>
    <table>
      <thead>
        <tr>
          <th>Point</th>
          <th>Verdict</th>
          <th>Found</th>
          <th>Asked for</th>
        </tr>
      </thead>
      <tbody>
        ${points.map(
          (point) =>
            html`<tr>
              <td>${point.label}</td>
              <td class="${point.verdict}">${point.verdict}</td>
              <td>${point.found}</td>
              <td>${point.wanted}</td>
            </tr>`,
        )}
      </tbody>
    </table>`;

/** A report sheet as one HTML document. */
export function reportSheet(content: SheetContent): string {
  const { production, version, width, height, rate, first, last, stills } = content;
  const at = (frame: number) => formatTimecode(frame, rate);
  const count = last - first + 1;
  return html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <title>${version || production}, report sheet</title>
        <style>
          ${new Markup(STYLE)}
        </style>
      </head>
      <body>
        <h1>${version || production}</h1>
        <dl>
          ${[
            version && version !== production ? line('Production', production) : null,
            line('Picture', `${width} × ${height}, ${rate} frames a second`),
            line('Length', `${count} ${count === 1 ? 'frame' : 'frames'}, ${at(count)}`),
            line('From and to', `${at(first)} (frame ${first}) to ${at(last)} (frame ${last})`),
            line('Drawn', content.drawn),
            line('Files', content.files.join(', ')),
            line('Sound', content.sound ?? 'none'),
            line('Fonts', content.fonts.join(', ') || 'none'),
            line('Ordered', content.ordered),
            line('Sheet made', content.made),
          ]}
        </dl>
        <h2>Contact sheet</h2>
        <div class="stills">
          ${stills.map(
            ({ frame, picture }) =>
              html`<figure>
                <img src="${picture}" alt="Frame ${frame}" />
                <figcaption>${at(frame)} · frame ${frame}</figcaption>
              </figure>`,
          )}
        </div>
        <h2>Checks</h2>
        ${checks(content.verdicts)} ${content.reports.map(station)}
      </body>
    </html> `.html;
}
