import { useEffect, useState } from 'react';
import type { Kit } from '@/core/production/kits';
import { api } from '@/parts/api';
import { useTrouble } from '../workspace/use-trouble';

const list = async () => (await api<{ kits: Kit[] }>('/api/kits')).kits;

/** Kits on the shelf, which all productions share. */
export function useKits() {
  const [shelf, setShelf] = useState<Kit[]>([]);
  const [trouble, setTrouble] = useTrouble();
  useEffect(() => {
    list().then(setShelf, () => setTrouble('The shelf of kits could not be read.'));
  }, [setTrouble]);
  const attempt = async <T>(work: () => Promise<T>): Promise<T | null> => {
    setTrouble(null);
    try {
      const done = await work();
      setShelf(await list());
      return done;
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The shelf of kits could not be changed.');
      return null;
    }
  };
  return {
    shelf,
    trouble,
    /** Puts a kit on the shelf; gives it as it is known there. */
    put: (kit: Kit) => attempt(() => api<Kit>('/api/kits', { method: 'POST', json: kit })),
    /** Gives the others that follow a kit its newer look. */
    change: (kit: Kit) => attempt(() => api<Kit>(`/api/kits/${kit.id}`, { method: 'PUT', json: kit })),
    take: (id: string) => attempt(() => api(`/api/kits/${id}`, { method: 'DELETE' })),
  };
}
