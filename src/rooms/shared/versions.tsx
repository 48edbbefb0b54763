'use client';

import { useEffect, useState } from 'react';
import type { VersionSummary } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { Sheet, SheetLine } from '@/parts/sheet';
import { useAttempt } from '@/parts/use-attempt';
import { NameField } from './name-field';
import { useView, useWorkspace } from './workspace';

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** What the production was: kept at each opening, and by name. One that is restored is an edit like any other. */
export function Versions() {
  const { id, view, autosave, documents } = useWorkspace();
  const isOpen = useView((s) => s.versions);
  const [list, setList] = useState<VersionSummary[]>([]);
  const { attempt, trouble, busy } = useAttempt();
  const close = () => view.setState({ versions: false });
  useEffect(() => {
    if (isOpen) void attempt(async () => setList((await api<{ versions: VersionSummary[] }>(`/api/productions/${id}/versions`)).versions));
  }, [isOpen, id, attempt]);
  const keep = (name: string) =>
    attempt(async () => {
      if (!name.trim()) return;
      // What is kept is what is on the page.
      await autosave.flush();
      const { versions } = await api<{ versions: VersionSummary[] }>(`/api/productions/${id}/versions`, { method: 'POST', json: { name } });
      setList(versions);
    });
  const restore = (version: VersionSummary) =>
    attempt(async () => {
      const { document } = await api<{ document: Production }>(`/api/productions/${id}/versions/${version.id}`);
      documents.edit((draft) => void Object.assign(draft, document, { name: draft.name }));
      close();
    });
  return (
    <Sheet title="Versions" isOpen={isOpen} onClose={close}>
      <p>What this production was: a version is kept each time it is opened, and whenever you give one a name.</p>
      <NameField label="Keep it as it is now, as" value="" placeholder="Name of a version to keep" onChange={(name) => void keep(name)} />
      {trouble ? <p role="alert">{trouble}</p> : null}
      {list.map((version) => (
        <SheetLine key={version.id}>
          {version.hasStill ? <img src={`/api/productions/${id}/versions/${version.id}/still`} alt="" /> : null}
          <div>
            <strong>{version.name || 'At an opening'}</strong>
            <small>{WHEN.format(new Date(version.createdAt))}</small>
          </div>
          <Button isDisabled={busy} onPress={() => void restore(version)}>
            Restore
          </Button>
        </SheetLine>
      ))}
    </Sheet>
  );
}
