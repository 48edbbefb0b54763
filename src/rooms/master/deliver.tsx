'use client';

import { Truck } from 'lucide-react';
import { useState } from 'react';
import { DialogTrigger, Heading as DialogHeading, Modal } from 'react-aria-components';
import { styled } from 'styled-components';
import type { IntakeReport, StationInfo } from '@/core/delivery/intake';
import type { RenderSummary } from '@/core/delivery/listing';
import { isVideo, outputNamed } from '@/core/delivery/outputs/outputs';
import { api } from '@/parts/api';
import { Button, Hint, Trouble } from '@/parts/controls';
import { DialogBox, Veil } from '@/parts/dialog';
import { MenuButton } from '@/parts/menu-button';
import { useAttempt } from '@/parts/use-attempt';
import { noteChange } from './queue-runner';

const HUES: Record<IntakeReport['verdict'], string> = {
  accepted: 'var(--verdigris)',
  remarked: 'var(--brass)',
  refused: 'var(--coral)',
};
const Sheet = styled(DialogBox)`
  width: min(860px, 92vw);
  max-height: 84vh;
  overflow: auto;
  padding: 18px 22px;
  table {
    width: 100%;
    margin: 12px 0;
    border-collapse: collapse;
    font-size: 12px;
  }
  th {
    text-align: left;
    font: 500 12px var(--label);
    color: var(--faint);
  }
  th,
  td {
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
`;

/** What a station says of a render, point by point. */
function ReportDialog({ report }: { report: IntakeReport }) {
  const { station, file, received, verdict, points } = report;
  return (
    <DialogTrigger>
      <Button $tone="quiet" style={{ color: HUES[verdict] }}>
        {station.name}: {verdict}
      </Button>
      <Veil isDismissable>
        <Modal>
          <Sheet>
            {({ close }) => (
              <>
                <DialogHeading slot="title" style={{ font: '600 17px var(--label)', margin: 0 }}>
                  {station.name}: <span style={{ color: HUES[verdict] }}>{verdict}</span>
                </DialogHeading>
                <Hint>
                  {file}, received {new Date(received).toLocaleString()}
                </Hint>
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
                    {points.map((point) => (
                      <tr key={point.point}>
                        <td>{point.label}</td>
                        <td style={{ color: HUES[point.verdict] }}>{point.verdict}</td>
                        <td>{point.found}</td>
                        <td style={{ color: 'var(--dim)' }}>{point.wanted}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                <Button onPress={close}>Close</Button>
              </>
            )}
          </Sheet>
        </Modal>
      </Veil>
    </DialogTrigger>
  );
}

const PART = '/';

/** Delivers the videos of a render to stations, and shows what they said of it. */
export function Deliver({ render }: { render: RenderSummary }) {
  const videos = render.settings.outputs.filter(isVideo);
  const [stations, setStations] = useState<readonly StationInfo[] | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const { attempt, trouble } = useAttempt();
  if (videos.length === 0 || render.status !== 'done') return null;
  const ask = () => {
    if (!stations) void attempt(async () => setStations((await api<{ stations: StationInfo[] }>('/api/stations')).stations));
  };
  const deliver = (choice: string) => {
    const [station, kind] = choice.split(PART);
    setTo(stations?.find(({ id }) => id === station)?.name ?? null);
    void attempt(async () => {
      await api(`/api/renders/${render.id}/deliver`, { method: 'POST', json: { station, kind } });
      noteChange();
    }).finally(() => setTo(null));
  };
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', gap: 6, alignItems: 'center', width: '100%' }}>
      <MenuButton
        label="Stations"
        isDisabled={to !== null}
        empty={trouble ?? 'Asking which stations there are…'}
        onOpen={ask}
        onChoose={deliver}
        groups={
          stations
            ? videos.map(({ kind }) =>
                stations.map(({ id, name, note }) => ({
                  id: `${id}${PART}${kind}`,
                  label: videos.length > 1 ? `${name}, ${outputNamed(kind).label}` : name,
                  note,
                })),
              )
            : []
        }
      >
        <Truck size={13} /> Deliver to a station
      </MenuButton>
      {to ? <Hint role="status">{to} reads it back…</Hint> : null}
      {render.reports.map((report) => (
        <ReportDialog key={report.station.id} report={report} />
      ))}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </div>
  );
}
