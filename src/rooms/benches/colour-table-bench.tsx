'use client';

import { ownerAt } from '@/core/production/owners/owners';
import type { PackedTable } from '@/core/production/owners/effects/colour-table';
import { Button, Hint, Row, Trouble } from '@/parts/controls';
import { FileButton } from '@/parts/file-button';
import { readFile } from '@/parts/reading-client';
import { useAttempt } from '@/parts/use-attempt';
import { useEdit } from '../workspace/workspace';

/** The table that colours are looked up in: from a .cube file. */
export function ColourTableBench({ path, table }: { path: string; table: PackedTable | null }) {
  const edit = useEdit();
  const { attempt, trouble, busy } = useAttempt();
  const put = (next: PackedTable | null) =>
    edit((draft) => {
      const owner = ownerAt(draft, path);
      if (owner) owner.settings.table = next;
    });
  const read = (file: File) =>
    void attempt(async () => {
      try {
        put(await readFile('table', [file], () => undefined, new AbortController().signal));
      } catch (error) {
        throw new Error(`“${file.name}” cannot be used. ${error instanceof Error ? error.message : ''}`);
      }
    });
  return (
    <>
      <div style={{ display: 'flex', gap: 4, margin: '6px 0' }}>
        <FileButton label="Table of colours" accept=".cube,text/plain" onFile={read}>
          {busy ? 'Reading…' : table ? 'Choose another…' : 'Choose a .cube file…'}
        </FileButton>
        {table ? (
          <Button $tone="quiet" onPress={() => put(null)}>
            Take it out
          </Button>
        ) : null}
      </div>
      {table ? (
        <Row label="Table">
          <span style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }} title={table.name}>
            {table.name}, {table.is3d ? `${table.size}³` : table.size}
          </span>
        </Row>
      ) : (
        <Hint>What the display shows is looked up in it. Without one the picture stays as it is.</Hint>
      )}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </>
  );
}
