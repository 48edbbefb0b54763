'use client';

import { useState } from 'react';
import type { UnusedFile } from '@/core/production/listing';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { Sheet, SheetLine } from '@/parts/sheet';
import { useAttempt } from '@/parts/use-attempt';

/** Files that nothing uses any more, and a way to be rid of them. */
export function UnusedFiles() {
  const [isOpen, setOpen] = useState(false);
  const [list, setList] = useState<UnusedFile[]>([]);
  const { attempt, trouble, busy } = useAttempt();
  const refresh = async () => setList((await api<{ unused: UnusedFile[] }>('/api/unused')).unused);
  const open = () => {
    setOpen(true);
    void attempt(refresh);
  };
  const removeAll = () =>
    attempt(async () => {
      await api('/api/unused', { method: 'DELETE' });
      await refresh();
    });
  const bytes = list.reduce((sum, each) => sum + each.bytes, 0);
  return (
    <>
      <Button $tone="quiet" onPress={open}>
        Unused files
      </Button>
      <Sheet title="Unused files" isOpen={isOpen} onClose={() => setOpen(false)}>
        <p>
          {list.length > 0 || busy
            ? 'No production, version, render or kit uses these files, not even in the bin.'
            : 'Every font, sound, picture and model here is used by something.'}
        </p>
        {trouble ? <p role="alert">{trouble}</p> : null}
        {list.map(({ kind, id, name, bytes: size }) => (
          <SheetLine key={id}>
            <div>
              <strong>{name}</strong>
              <small>
                {kind} · {(size / 1e6).toFixed(2)} MB
              </small>
            </div>
          </SheetLine>
        ))}
        {list.length > 0 ? (
          <Button isDisabled={busy} onPress={() => void removeAll()}>
            Remove all for good, {(bytes / 1e6).toFixed(2)} MB
          </Button>
        ) : null}
      </Sheet>
    </>
  );
}
