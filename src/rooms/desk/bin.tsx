'use client';

import { useState } from 'react';
import type { DeletedProduction } from '@/core/production/listing';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { Sheet, SheetLine } from '@/parts/sheet';
import { useAttempt } from '@/parts/use-attempt';

/** The bin: what was deleted, for thirty days. */
export function Bin({ onRestored }: { onRestored: (id: string) => void }) {
  const [isOpen, setOpen] = useState(false);
  const [list, setList] = useState<DeletedProduction[]>([]);
  /** The one that is to go for good once it is said again. */
  const [doomed, setDoomed] = useState<string | null>(null);
  const { attempt, trouble, busy } = useAttempt();
  const refresh = async () => setList((await api<{ deleted: DeletedProduction[] }>('/api/bin')).deleted);
  const open = () => {
    setOpen(true);
    setDoomed(null);
    void attempt(refresh);
  };
  const restore = ({ id }: DeletedProduction) =>
    attempt(async () => {
      await api(`/api/productions/${id}/restore`, { method: 'POST' });
      await refresh();
      onRestored(id);
    });
  const remove = ({ id }: DeletedProduction) =>
    attempt(async () => {
      await api(`/api/bin/${id}`, { method: 'DELETE' });
      await refresh();
    });
  return (
    <>
      <Button $tone="quiet" onPress={open}>
        Bin
      </Button>
      <Sheet title="Bin" isOpen={isOpen} onClose={() => setOpen(false)}>
        <p>
          {list.length > 0 || busy
            ? 'What was deleted stays here for 30 days.'
            : 'The bin is empty. What is deleted stays here for 30 days.'}
        </p>
        {trouble ? <p role="alert">{trouble}</p> : null}
        {list.map((production) => (
          <SheetLine key={production.id}>
            <div>
              <strong>{production.name}</strong>
              <small>
                {production.daysLeft} {production.daysLeft === 1 ? 'day' : 'days'} left
              </small>
            </div>
            <Button isDisabled={busy} onPress={() => void restore(production)}>
              Bring back
            </Button>
            {doomed === production.id ? (
              <Button $tone="danger" isDisabled={busy} onPress={() => void remove(production)}>
                Yes, it cannot be undone
              </Button>
            ) : (
              <Button $tone="quiet" isDisabled={busy} onPress={() => setDoomed(production.id)}>
                Remove for good
              </Button>
            )}
          </SheetLine>
        ))}
      </Sheet>
    </>
  );
}
