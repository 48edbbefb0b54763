'use client';

import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useState, type DragEvent } from 'react';
import { styled } from 'styled-components';
import { FILE_ENDING } from '@/core/interchange/production-file';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { FileButton } from '@/parts/file-button';
import { saveProductionFile } from '@/parts/save-production';
import { useAttempt } from '@/parts/use-attempt';
import type { ProductionSummary } from '@/core/production/listing';
import { Bin } from './bin';
import { NewProduction } from './new-production';
import { ProductionCard, UnreadableCard } from './production-card';
import { UnusedFiles } from './unused-files';
import { useStills } from './stills';

const Page = styled.main`
  min-height: 100vh;
  padding: 0 32px 40px;
`;
const Head = styled.header`
  height: 64px;
  display: flex;
  align-items: center;
  justify-content: space-between;
  h1 {
    font: 600 22px var(--label);
    letter-spacing: 0.04em;
  }
`;
const Tools = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  a {
    color: inherit;
    font-size: 12px;
    font-weight: 500;
    text-decoration: none;
    padding: 4px 8px;
  }
  a:hover {
    text-decoration: underline;
  }
`;
const Wall = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 22px;
`;
const Toast = styled.div`
  position: fixed;
  left: 50%;
  bottom: 24px;
  transform: translateX(-50%);
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 10px 8px 16px;
  background: var(--raised);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  box-shadow: 0 6px 20px rgb(0 0 0 / 0.4);
`;
const Empty = styled.div`
  margin: 14vh auto 0;
  max-width: 420px;
  text-align: center;
  h2 {
    font: 600 22px var(--label);
    margin-bottom: 6px;
  }
  p {
    color: var(--dim);
    margin-bottom: 18px;
  }
`;

/** The page before the rooms: the wall of productions. */
export function Desk({ initial }: { initial: ProductionSummary[] }) {
  const router = useRouter();
  const [list, setList] = useState(initial);
  const [making, setMaking] = useState(false);
  const [renaming, setRenaming] = useState<string | null>(null);
  const [deleted, setDeleted] = useState<ProductionSummary | null>(null);
  const { attempt: tried, trouble } = useAttempt();

  const refresh = useCallback(async () => {
    setList((await api<{ productions: ProductionSummary[] }>('/api/productions')).productions);
  }, []);
  useStills(list, refresh);

  const attempt = (work: () => Promise<unknown>) =>
    tried(async () => {
      await work();
      await refresh();
    });
  const save = ({ id }: ProductionSummary) => tried(() => saveProductionFile(id));
  const remove = (production: ProductionSummary) =>
    attempt(async () => {
      await api(`/api/productions/${production.id}`, { method: 'DELETE' });
      setDeleted(production);
    });
  const restore = (production: ProductionSummary) =>
    attempt(async () => {
      await api(`/api/productions/${production.id}/restore`, { method: 'POST' });
      setDeleted(null);
    });
  const open = (file: File) => attempt(() => api('/api/productions/file', { method: 'POST', body: file }));
  const onDrop = (event: DragEvent) => {
    const [file] = event.dataTransfer.files;
    if (!file) return;
    event.preventDefault();
    void open(file);
  };
  const rename = (production: ProductionSummary, name: string) => {
    setRenaming(null);
    if (name.trim() && name !== production.name)
      void attempt(() => api(`/api/productions/${production.id}`, { method: 'PATCH', json: { name } }));
  };

  return (
    <Page onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <Head>
        <h1>ironsky</h1>
        <Tools>
          <Link href="/about">About</Link>
          <UnusedFiles />
          <Bin
            onRestored={(id) => {
              if (deleted?.id === id) setDeleted(null);
              void tried(refresh);
            }}
          />
          <FileButton label="A production file" accept={FILE_ENDING} onFile={(file) => void open(file)}>
            Open a file
          </FileButton>
          <Button $tone="primary" onPress={() => setMaking(true)}>
            <Plus size={15} /> New production
          </Button>
        </Tools>
      </Head>
      {trouble ? (
        <p role="alert" style={{ color: 'var(--coral)', marginBottom: 12 }}>
          {trouble}
        </p>
      ) : null}
      {list.length === 0 ? (
        <Empty>
          <h2>The desk is empty</h2>
          <p>A production is one title: its words and marks, their light, and the camera’s way through them.</p>
          <Button $tone="primary" onPress={() => setMaking(true)}>
            Make the first production
          </Button>
        </Empty>
      ) : (
        <Wall aria-label="Productions">
          {list.map((production) =>
            production.format ? (
              <ProductionCard
                key={production.id}
                production={production}
                format={production.format}
                isRenaming={renaming === production.id}
                onRename={(name) => (name === null ? setRenaming(production.id) : rename(production, name))}
                onKeepName={() => setRenaming(null)}
                onDuplicate={() => void attempt(() => api('/api/productions', { method: 'POST', json: { duplicate: production.id } }))}
                onSave={() => void save(production)}
                onDelete={() => void remove(production)}
              />
            ) : (
              <UnreadableCard
                key={production.id}
                production={production}
                onSave={() => void save(production)}
                onDelete={() => void remove(production)}
              />
            ),
          )}
        </Wall>
      )}
      {deleted ? (
        <Toast role="status">
          “{deleted.name}” is in the bin.
          <Button onPress={() => void restore(deleted)}>Bring it back</Button>
          <Button $tone="quiet" onPress={() => setDeleted(null)}>
            Close
          </Button>
        </Toast>
      ) : null}
      <NewProduction isOpen={making} onClose={() => setMaking(false)} onMade={(id) => router.push(`/production/${id}/shape`)} />
    </Page>
  );
}
