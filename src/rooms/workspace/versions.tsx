'use client';

import { useEffect, useState } from 'react';
import { styled } from 'styled-components';
import type { VersionSummary } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { Sheet, SheetLine } from '@/parts/sheet';
import { useAttempt } from '@/parts/use-attempt';
import { useView, useWorkspace } from './workspace';

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

const NewVersion = styled.form`
  display: flex;
  gap: 8px;
  margin-bottom: 12px;
  input {
    flex: 1;
    height: 26px;
    padding: 0 8px;
    background: var(--well);
    border: 1px solid var(--line);
    border-radius: 3px;
    color: var(--text);
    font: inherit;
  }
`;

/** What the production was: kept at each opening, and by name. One that is restored is an edit like any other. */
export function Versions() {
  const { id, view, autosave, documents } = useWorkspace();
  const isOpen = useView((s) => s.versions);
  const [list, setList] = useState<VersionSummary[]>([]);
  const [name, setName] = useState('');
  const { attempt, trouble, busy } = useAttempt();
  const close = () => view.setState({ versions: false });
  useEffect(() => {
    if (isOpen) void attempt(async () => setList((await api<{ versions: VersionSummary[] }>(`/api/productions/${id}/versions`)).versions));
  }, [isOpen, id, attempt]);
  const keep = (name: string) =>
    attempt(async () => {
      // What is kept is what is on the page.
      await autosave.flush();
      const { versions } = await api<{ versions: VersionSummary[] }>(`/api/productions/${id}/versions`, { method: 'POST', json: { name } });
      setList(versions);
      setName('');
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
      <NewVersion
        onSubmit={(event) => {
          event.preventDefault();
          void keep(name);
        }}
      >
        <input
          aria-label="Name of a version to keep"
          placeholder="Name"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" isDisabled={busy || !name.trim()}>
          Keep it as it is now
        </Button>
      </NewVersion>
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
