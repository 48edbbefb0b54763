'use client';

import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useState, type DragEvent } from 'react';
import { styled } from 'styled-components';
import { api } from '@/parts/api';
import { Button } from '@/parts/controls';
import { FileButton } from '@/parts/file-button';
import { saveProductionFile } from '@/parts/save-production';
import { useAttempt } from '@/parts/use-attempt';
import type { ProductionSummary } from '@/core/production/listing';
import { arranged, foldersOf, type Arrangement } from './arrange';
import { Bin } from './bin';
import { DeskTools } from './desk-tools';
import { TAKEN, takeFile } from './dropped';
import { FirstVisit } from './first-visit';
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
/** The page before the rooms: the wall of productions. */
export function Desk({ initial }: { initial: ProductionSummary[] }) {
  const router = useRouter();
  const [list, setList] = useState(initial);
  const [making, setMaking] = useState(false);
  const [renaming, setRenaming] = useState<string | null>(null);
  const [deleted, setDeleted] = useState<ProductionSummary | null>(null);
  const [news, setNews] = useState<string | null>(null);
  const [arrangement, setArrangement] = useState<Arrangement>({ search: '', folder: null, sort: 'changed' });
  const { attempt: tried, trouble, busy } = useAttempt();

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
  const open = (files: readonly File[]) =>
    attempt(async () => {
      setNews(null);
      for (const file of files) setNews(await takeFile(file));
    });
  const onDrop = (event: DragEvent) => {
    const files = [...event.dataTransfer.files];
    if (files.length === 0) return;
    event.preventDefault();
    void open(files);
  };
  const folders = foldersOf(list);
  const shown = arranged(list, arrangement);
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
          <FileButton label="A production file, or anything to make one from" accept={TAKEN} onFile={(file) => void open([file])}>
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
        <FirstVisit onMade={(id) => router.push(`/production/${id}/shape`)} onOther={() => setMaking(true)} />
      ) : (
        <>
          <DeskTools arrangement={arrangement} folders={folders} onChange={(change) => setArrangement({ ...arrangement, ...change })} />
          {shown.length === 0 ? (
            <p style={{ color: 'var(--dim)' }}>Nothing here is called that. Search for something else, or look in all folders.</p>
          ) : null}
          <Wall aria-label="Productions">
            {shown.map((production) =>
              production.format ? (
                <ProductionCard
                  key={production.id}
                  production={production}
                  format={production.format}
                  isRenaming={renaming === production.id}
                  onRename={(name) => (name === null ? setRenaming(production.id) : rename(production, name))}
                  onKeepName={() => setRenaming(null)}
                  onDuplicate={() => void attempt(() => api('/api/productions', { method: 'POST', json: { duplicate: production.id } }))}
                  folders={folders}
                  onFolder={(folder) => void attempt(() => api(`/api/productions/${production.id}`, { method: 'PATCH', json: { folder } }))}
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
        </>
      )}
      {busy && !trouble ? (
        <p role="status" style={{ position: 'fixed', right: 32, bottom: 16, color: 'var(--faint)' }}>
          Working…
        </p>
      ) : null}
      {news && !deleted ? (
        <Toast role="status">
          {news}
          <Button $tone="quiet" onPress={() => setNews(null)}>
            Close
          </Button>
        </Toast>
      ) : null}
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
