'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { Trash2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { useStore } from 'zustand';
import { pasteCells, removeRows, setCell } from '@/core/production/edits/version-edits';
import type { VersionRow } from '@/core/production/versions';
import { fieldsFound, rowTroubles, type CellTrouble, type FoundField } from '@/core/versions/apply-row';
import { cellText } from '@/core/versions/cells';
import { readLines } from '@/core/versions/table-csv';
import { rowNumber } from '@/core/versions/version-of';
import { IconButton, Tick } from '@/parts/controls';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';
import { lookKey, LookMaker, lookStore, madeOf, worstOf, type RowLook } from './version-looks';
import { VersionCell } from './version-cell';

const ROW_HEIGHT = 46;
/** What is typed is drawn once it rests so long, milliseconds. */
const REST_MS = 500;

const Frame = styled.div`
  height: 100%;
  overflow: auto;
  table {
    border-collapse: collapse;
    min-width: 100%;
    font-size: 12px;
  }
  th {
    position: sticky;
    top: 0;
    z-index: 1;
    padding: 4px 8px;
    background: var(--panel);
    text-align: left;
    font: 500 12px var(--label);
    color: var(--faint);
    white-space: nowrap;
  }
  td {
    height: ${ROW_HEIGHT}px;
    padding: 0 4px;
    border-top: 1px solid var(--line);
    vertical-align: middle;
  }
  thead td {
    height: auto;
    position: sticky;
    top: 0;
    border: 0;
    background: var(--panel);
  }
  tr[aria-current='true'] {
    background: var(--raised);
  }
`;
const Number = styled.button`
  border: 0;
  background: none;
  padding: 4px 6px;
  font: 11px var(--mono);
  color: var(--dim);
  &[aria-pressed='true'] {
    color: var(--brass);
  }
`;
const Still = styled.img`
  display: block;
  height: 40px;
  max-width: 72px;
  object-fit: contain;
  background: var(--well);
`;
const Said = styled.span<{ $hue: string }>`
  display: block;
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: ${({ $hue }) => $hue};
`;

/** What is wrong with a row, or the worst that checks say of it. */
function RowWords({ troubles, look, isFresh }: { troubles: readonly CellTrouble[]; look: RowLook | undefined; isFresh: boolean }) {
  const [trouble] = troubles;
  if (trouble) return <Said $hue="var(--coral)">{trouble.words}</Said>;
  if (!look || !isFresh) return <Said $hue="var(--faint)">looking…</Said>;
  if (look.trouble) return <Said $hue="var(--coral)">{look.trouble}</Said>;
  const worst = worstOf(look.verdicts);
  if (!worst || worst.state === 'passes') return <Said $hue="var(--verdigris)">can be read</Said>;
  const words = `${worst.label}: ${worst.figure}`;
  return (
    <Said $hue={worst.state === 'fails' ? 'var(--coral)' : 'var(--brass)'} title={`${words}. ${worst.advice}`}>
      {words}
    </Said>
  );
}

interface RowProps {
  row: VersionRow;
  number: string;
  fields: readonly FoundField[];
  isFresh: boolean;
}

function TableRow({ row, number, fields, isFresh }: RowProps) {
  const edit = useEdit();
  const { id, view } = useWorkspace();
  const look = useStore(lookStore, ({ looks }) => looks[lookKey(id, row.id)]);
  const isShown = useView((s) => s.shown.rowId === row.id);
  const isChosen = useView((s) => s.chosenRows.includes(row.id));
  const troubles = useMemo(() => rowTroubles(fields, row), [fields, row]);
  const show = () => view.setState(({ shown }) => ({ shown: { ...shown, rowId: isShown ? null : row.id } }));
  const choose = (chosen: boolean) =>
    view.setState(({ chosenRows }) => ({
      chosenRows: chosen ? [...chosenRows.filter((id) => id !== null), row.id] : chosenRows.filter((id) => id !== row.id),
    }));
  const paste = (fieldId: string, text: string) => {
    if (!/[\t\n]/.test(text.trim())) return false;
    const lines = readLines(text, '\t');
    edit((draft) => pasteCells(draft, row.id, fieldId, lines));
    return true;
  };
  return (
    <tr aria-current={isShown}>
      <td>
        <Tick aria-label={`Render row ${number}`} isSelected={isChosen} onChange={choose}>
          {''}
        </Tick>
      </td>
      <td>
        <Number type="button" aria-pressed={isShown} aria-label={`Look at row ${number}`} onClick={show}>
          {number}
        </Number>
      </td>
      <td>{look?.still ? <Still src={look.still} alt={`Row ${number}`} style={{ opacity: isFresh ? 1 : 0.5 }} /> : null}</td>
      {fields.map(({ field, variable }) => (
        <td key={field.id}>
          <VersionCell
            label={`${field.name}, row ${number}`}
            text={row.cells[field.id] ?? ''}
            own={variable && variable.value !== null ? cellText(variable.value, variable.cell) : ''}
            trouble={troubles.find(({ fieldId }) => fieldId === field.id)?.words ?? null}
            onText={(text) => edit((draft) => setCell(draft, row.id, field.id, text))}
            onPaste={(text) => paste(field.id, text)}
          />
        </td>
      ))}
      <td>
        <RowWords troubles={troubles} look={look} isFresh={isFresh} />
      </td>
      <td>
        <IconButton label={`Remove row ${number}`} onPress={() => edit((draft) => removeRows(draft, [row.id]))}>
          <Trash2 size={13} />
        </IconButton>
      </td>
    </tr>
  );
}

/** Has rows in sight drawn and read, once nothing of them is typed. */
function useLooks(rows: readonly VersionRow[]): void {
  const production = useProduction((p) => p);
  const formatId = useView((s) => s.shown.formatId);
  const { id } = useWorkspace();
  const [maker] = useState(() => new LookMaker(id));
  useEffect(() => () => maker.dispose(), [maker]);
  useEffect(() => {
    const timer = setTimeout(
      () =>
        maker.want(
          production,
          rows.map((row) => ({ row, formatId })),
        ),
      REST_MS,
    );
    return () => clearTimeout(timer);
  }, [maker, production, rows, formatId]);
}

/** The table of versions: a row each, a column for each field. */
export function VersionTable() {
  const production = useProduction((p) => p);
  const formatId = useView((s) => s.shown.formatId);
  const { rows } = production.versions;
  const fields = useMemo(() => fieldsFound(production), [production]);
  const frame = useRef<HTMLDivElement>(null);
  // The table asks for what is in sight as it is laid out; nothing of it is kept by whoever renders.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 4,
  });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, (items.at(-1)?.index ?? -1) + 1];
  const inSight = useMemo(() => rows.slice(first, last), [rows, first, last]);
  useLooks(inSight);
  const { id } = useWorkspace();
  const looks = useStore(lookStore, (s) => s.looks);
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <Frame ref={frame}>
      <table aria-label="Versions" aria-rowcount={rows.length + 1}>
        <thead>
          <tr>
            <th>Render</th>
            <th>Row</th>
            <th>Still</th>
            {fields.map(({ field }) => (
              <th key={field.id}>{field.name}</th>
            ))}
            <th>Checked</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {above > 0 ? <tr aria-hidden style={{ height: above }} /> : null}
          {inSight.map((row) => (
            <TableRow
              key={row.id}
              row={row}
              number={rowNumber(production.versions, row.id)}
              fields={fields}
              isFresh={looks[lookKey(id, row.id)]?.of === madeOf(production, row, formatId)}
            />
          ))}
          {below > 0 ? <tr aria-hidden style={{ height: below }} /> : null}
        </tbody>
      </table>
    </Frame>
  );
}
