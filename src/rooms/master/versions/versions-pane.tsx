'use client';

import { useMemo } from 'react';
import { styled } from 'styled-components';
import { addRow, setRows } from '@/core/production/edits/version-edits';
import { MAX_NAMES } from '@/core/production/versions';
import { sortVersions, versionWords } from '@/core/versions/order';
import { matchTable, TableError, writeTable } from '@/core/versions/table-csv';
import { namesOffered } from '@/core/versions/version-of';
import { Button, Heading, Hint, Trouble } from '@/parts/controls';
import { download } from '@/parts/download';
import { FileButton } from '@/parts/file-button';
import { NameField } from '../../benches/name-field';
import { ReadingNews } from '../../benches/reading-news';
import { useReading } from '../../benches/use-reading';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';
import { BelowPane } from '../below-pane';
import { useChosen } from './chosen-versions';
import { FieldList } from './field-list';
import { VersionTable } from './version-table';

/** The table scrolls in itself, under its bar. */
const Table = styled.div`
  && {
    display: flex;
    flex-direction: column;
    padding: 0;
    overflow: hidden;
  }
`;
const Bar = styled.div`
  flex: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  padding: 6px 10px;
`;
/** What files are called, and what is wrong with it. */
function FileNames() {
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { versions } = production;
  const { choices } = useChosen();
  const sorted = useMemo(() => sortVersions(production, choices), [production, choices]);
  const [first] = sorted.versions;
  const [refusal] = sorted.refused;
  return (
    <>
      <Heading>Names of files</Heading>
      <NameField
        label="Names of files"
        value={versions.names}
        max={MAX_NAMES}
        onChange={(names) => edit((draft) => void (draft.versions.names = names))}
      />
      <Hint>
        {first ? `As in “${first.name}”. ` : ''}In braces: {namesOffered(versions).join(', ')}.
      </Hint>
      {refusal ? (
        <Trouble>
          {versionWords(production, refusal.choice)}: {refusal.words}
          {sorted.refused.length > 1 ? ` And ${sorted.refused.length - 1} more.` : ''}
        </Trouble>
      ) : null}
    </>
  );
}

/** Ways to rows: one by hand, a whole table from a file, and the table as a file. */
function TableBar() {
  const edit = useEdit();
  const { view, documents } = useWorkspace();
  const rows = useProduction((p) => p.versions.rows);
  const name = useProduction((p) => p.name);
  const chosen = useView((s) => s.chosenRows);
  const { take, state } = useReading('rows');
  const allChosen = rows.length > 0 && rows.every(({ id }) => chosen.includes(id));
  const read = (file: File) =>
    take(file, (table) => {
      const { production } = documents.store.getState();
      try {
        const { rows: found, left, missing } = matchTable(table, production.versions.fields);
        edit((draft) => setRows(draft, found));
        const told = [
          `${found.length} rows`,
          left.length > 0 ? `left out: ${left.join(', ')}` : '',
          missing.length > 0 ? `not in it: ${missing.join(', ')}` : '',
        ];
        return told.filter(Boolean).join('; ');
      } catch (error) {
        if (error instanceof TableError) return error.message;
        throw error;
      }
    });
  const save = () => {
    const { fields } = documents.store.getState().production.versions;
    download(new TextEncoder().encode(writeTable(fields, rows)), `${name} rows.csv`, 'text/csv');
  };
  return (
    <Bar>
      <Button onPress={() => edit((draft) => void addRow(draft))}>Add a row</Button>
      <FileButton label="A table of rows" accept=".csv,.tsv,.txt,text/csv" onFile={(file) => void read(file)}>
        Read a table…
      </FileButton>
      {rows.length > 0 ? (
        <>
          <Button onPress={save}>Save the table</Button>
          <Button $tone="quiet" onPress={() => view.setState({ chosenRows: allChosen ? [null] : rows.map(({ id }) => id) })}>
            {allChosen ? 'Render none of them' : 'Render all of them'}
          </Button>
        </>
      ) : null}
      <ReadingNews what="table" state={state} />
    </Bar>
  );
}

/** The versions of a production: its fields, and the table that says them. */
export function VersionsPane() {
  const hasFields = useProduction((p) => p.versions.fields.length > 0);
  return (
    <BelowPane aria-label="Versions">
      <div>
        <FieldList />
        <FileNames />
      </div>
      <Table>
        {hasFields ? (
          <>
            <TableBar />
            <VersionTable />
          </>
        ) : (
          <Hint style={{ padding: 14 }}>
            The same production again with other words: make a value a field, and each row of the table is a version of its own.
          </Hint>
        )}
      </Table>
    </BelowPane>
  );
}
