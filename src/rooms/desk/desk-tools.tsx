'use client';

import { Search } from 'lucide-react';
import { styled } from 'styled-components';
import { Choices } from '@/parts/controls';
import { SORTS, type Arrangement, type Sort } from './arrange';

const Line = styled.div`
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 8px 22px;
  margin-bottom: 16px;
  label {
    display: flex;
    align-items: center;
    gap: 6px;
    color: var(--dim);
  }
  input {
    width: 220px;
    height: 26px;
    padding: 0 8px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    background: var(--well);
  }
  > span {
    display: flex;
    align-items: center;
    gap: 8px;
    color: var(--faint);
    font: 500 12px var(--label);
  }
`;

const ALL = '';
const SORT_WORDS: Record<Sort, string> = { changed: 'last changed', name: 'name', length: 'length' };

/** Searching, folders, order. */
export function DeskTools({
  arrangement,
  folders,
  onChange,
}: {
  arrangement: Arrangement;
  folders: readonly string[];
  onChange: (change: Partial<Arrangement>) => void;
}) {
  const { search, folder, sort } = arrangement;
  return (
    <Line>
      <label>
        <Search size={14} aria-hidden />
        <input
          type="search"
          aria-label="Search productions"
          placeholder="Search"
          value={search}
          onChange={(e) => onChange({ search: e.target.value })}
        />
      </label>
      {folders.length > 0 ? (
        <Choices
          label="Folder"
          value={folder ?? ALL}
          onChange={(next) => onChange({ folder: next === ALL ? null : next })}
          options={[{ id: ALL, label: 'all' }, ...folders.map((id) => ({ id, label: id }))]}
        />
      ) : null}
      <span>
        by
        <Choices
          label="In the order of"
          value={sort}
          onChange={(next) => onChange({ sort: next })}
          options={SORTS.map((id) => ({ id, label: SORT_WORDS[id] }))}
        />
      </span>
    </Line>
  );
}
