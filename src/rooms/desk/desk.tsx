'use client';

import { Copy, Pencil, Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { styled } from 'styled-components';
import { formatTimecode } from '@/core/time/timecode';
import { api } from '@/parts/api';
import { Button, IconButton } from '@/parts/controls';
import type { ProductionSummary } from '@/core/production/listing';
import { NewProduction } from './new-production';
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
const Wall = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 22px;
`;
const Card = styled.li`
  background: var(--panel);
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
  &:hover {
    border-color: var(--line-strong);
  }
`;
const Still = styled.a`
  display: flex;
  align-items: center;
  justify-content: center;
  aspect-ratio: 16 / 9;
  background: #0c0f14;
  color: #7d8894;
  font-size: 12px;
  text-decoration: none;
  img {
    width: 100%;
    height: 100%;
    object-fit: contain;
    display: block;
  }
`;
const About = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 8px 8px 8px 12px;
  > div {
    flex: 1;
    min-width: 0;
  }
  strong,
  input {
    display: block;
    width: 100%;
    font: 600 15px var(--label);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  input {
    border: 1px solid var(--verdigris);
    background: var(--well);
    padding: 1px 4px;
    outline: none;
  }
  small {
    font: 11px var(--mono);
    color: var(--faint);
  }
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
  const [trouble, setTrouble] = useState<string | null>(null);

  const refresh = useCallback(async () => {
    setList((await api<{ productions: ProductionSummary[] }>('/api/productions')).productions);
  }, []);
  useStills(list, refresh);

  const attempt = async (work: () => Promise<unknown>) => {
    setTrouble(null);
    try {
      await work();
      await refresh();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work.');
    }
  };
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
  const rename = (production: ProductionSummary, name: string) => {
    setRenaming(null);
    if (name.trim() && name !== production.name)
      void attempt(() => api(`/api/productions/${production.id}`, { method: 'PATCH', json: { name } }));
  };

  return (
    <Page>
      <Head>
        <h1>ironsky</h1>
        <Button $tone="primary" onPress={() => setMaking(true)}>
          <Plus size={15} /> New production
        </Button>
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
          {list.map((production) => (
            <Card key={production.id}>
              <Still href={`/production/${production.id}/shape`} aria-label={`Open ${production.name}`}>
                {production.stillRevision === null ? (
                  'Drawing a still…'
                ) : (
                  <img src={`/api/productions/${production.id}/still?shows=${production.stillRevision}`} alt="" />
                )}
              </Still>
              <About>
                <div>
                  {renaming === production.id ? (
                    <input
                      aria-label="Name of the production"
                      defaultValue={production.name}
                      maxLength={120}
                      autoFocus
                      onFocus={(event) => event.target.select()}
                      onBlur={(event) => rename(production, event.target.value)}
                      onKeyDown={(event) => {
                        if (event.key === 'Enter') event.currentTarget.blur();
                        if (event.key === 'Escape') setRenaming(null);
                      }}
                    />
                  ) : (
                    <strong title={production.name}>{production.name}</strong>
                  )}
                  <small>
                    {production.format.width}×{production.format.height} · {production.format.rate} fr/s ·{' '}
                    {formatTimecode(production.format.length, production.format.rate)}
                  </small>
                </div>
                <IconButton label={`Rename ${production.name}`} $tone="quiet" onPress={() => setRenaming(production.id)}>
                  <Pencil size={14} />
                </IconButton>
                <IconButton
                  label={`Duplicate ${production.name}`}
                  $tone="quiet"
                  onPress={() => void attempt(() => api('/api/productions', { method: 'POST', json: { duplicate: production.id } }))}
                >
                  <Copy size={14} />
                </IconButton>
                <IconButton label={`Delete ${production.name}`} $tone="quiet" onPress={() => void remove(production)}>
                  <Trash2 size={14} />
                </IconButton>
              </About>
            </Card>
          ))}
        </Wall>
      )}
      {deleted ? (
        <Toast role="status">
          “{deleted.name}” is off the desk.
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
