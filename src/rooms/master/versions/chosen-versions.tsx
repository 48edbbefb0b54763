'use client';

import { useMemo } from 'react';
import type { RenderSettings } from '@/core/delivery/render-settings';
import { choicesOf } from '@/core/versions/order';
import type { VersionChoice } from '@/core/versions/version-of';
import { api } from '@/parts/api';
import { Trouble } from '@/parts/controls';
import { isItself } from '../../workspace/shown';
import { useProduction, useView } from '../../workspace/workspace';

/** Of some ids those that are still there; the production as it is itself where none is. */
const there = (chosen: readonly (string | null)[], list: readonly { id: string }[]): (string | null)[] => {
  const found = chosen.filter((id) => id === null || list.some((each) => each.id === id));
  return found.length > 0 ? found : [null];
};

/** The versions that are rendered together: each of some rows in each of some formats. */
export interface ChosenVersions {
  rows: readonly (string | null)[];
  formats: readonly (string | null)[];
  choices: readonly VersionChoice[];
}

export function useChosen(): ChosenVersions {
  const { rows, formats } = useProduction((p) => p.versions);
  const { chosenRows, chosenFormats } = useView((s) => ({ chosenRows: s.chosenRows, chosenFormats: s.chosenFormats }));
  return useMemo(() => {
    const own = { rows: there(chosenRows, rows), formats: there(chosenFormats, formats) };
    return { ...own, choices: choicesOf(own.rows, own.formats) };
  }, [chosenRows, chosenFormats, rows, formats]);
}

/**
 * Orders the versions that were chosen.
 * @param whole the last frame of the production: an order up to there is one of all frames of each version, however long it is
 * @returns in words, what was left out
 */
export async function orderChosen(
  productionId: string,
  settings: RenderSettings,
  whole: number,
  { rows, formats, choices }: ChosenVersions,
): Promise<readonly string[]> {
  const address = `/api/productions/${productionId}/renders`;
  if (choices.every(isItself)) {
    await api(address, { method: 'POST', json: settings });
    return [];
  }
  const { last, ...others } = settings;
  const json = {
    settings: last === whole && settings.first === 0 ? others : settings,
    rows,
    formats,
  };
  const { refused } = await api<{ refused: string[] }>(`${address}/versions`, { method: 'POST', json });
  return refused;
}

/** What of an order was left out, and why. */
export function LeftOut({ words }: { words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <Trouble>
      Left out: {words.slice(0, 4).join(' ')}
      {words.length > 4 ? ` And ${words.length - 4} more.` : ''}
    </Trouble>
  );
}
