'use client';

import { Copy, Download, Pencil, Trash2 } from 'lucide-react';
import { styled } from 'styled-components';
import type { ProductionSummary } from '@/core/production/listing';
import type { FrameFormat } from '@/core/production/production';
import { framesPerSecond } from '@/core/time/rate';
import { IconButton } from '@/parts/controls';
import { agoWords } from './arrange';
import { FolderButton } from './folder-button';
import { Strip } from './strip';
import { useNow } from './use-now';

const Card = styled.li`
  background: var(--panel);
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
  &:hover {
    border-color: var(--line-strong);
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
const Trouble = styled.div`
  aspect-ratio: 16 / 9;
  padding: 18px;
  display: flex;
  flex-direction: column;
  justify-content: center;
  gap: 6px;
  background: var(--well);
  font-size: 12px;
  color: var(--dim);
  b {
    color: var(--coral);
    font: 600 15px var(--label);
  }
`;

interface FileActions {
  onSave: () => void;
  onDelete: () => void;
}

function FileTools({ production, onSave, onDelete }: FileActions & { production: ProductionSummary }) {
  return (
    <>
      <IconButton label={`Save ${production.name} as a file`} $tone="quiet" onPress={onSave}>
        <Download size={14} />
      </IconButton>
      <IconButton label={`Delete ${production.name}`} $tone="quiet" onPress={onDelete}>
        <Trash2 size={14} />
      </IconButton>
    </>
  );
}

/** A production on the wall. */
export function ProductionCard({
  production,
  format,
  isRenaming,
  onRename,
  onKeepName,
  onDuplicate,
  folders,
  onFolder,
  ...actions
}: FileActions & {
  production: ProductionSummary;
  format: FrameFormat;
  isRenaming: boolean;
  /** Null begins; a text is the new name. */
  onRename: (name: string | null) => void;
  onKeepName: () => void;
  onDuplicate: () => void;
  /** Folders that there are. */
  folders: readonly string[];
  onFolder: (folder: string) => void;
}) {
  const { name, folder, updatedAt } = production;
  const now = useNow();
  return (
    <Card>
      <Strip production={production} />
      <About>
        <div>
          {isRenaming ? (
            <input
              aria-label="Name of the production"
              defaultValue={name}
              maxLength={120}
              autoFocus
              onFocus={(event) => event.target.select()}
              onBlur={(event) => onRename(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur();
                if (event.key === 'Escape') onKeepName();
              }}
            />
          ) : (
            <strong title={name}>{name}</strong>
          )}
          <small>
            {(format.length / framesPerSecond(format.rate)).toFixed(1)} s · {format.width}×{format.height} · {format.rate} fr/s
            <br />
            {now ? `changed ${agoWords(updatedAt, now)}` : `changed ${updatedAt.slice(0, 10)}`}
            {folder ? ` · in ${folder}` : ''}
          </small>
        </div>
        <IconButton label={`Rename ${name}`} $tone="quiet" onPress={() => onRename(null)}>
          <Pencil size={14} />
        </IconButton>
        <IconButton label={`Duplicate ${name}`} $tone="quiet" onPress={onDuplicate}>
          <Copy size={14} />
        </IconButton>
        <FolderButton production={production} folders={folders} onFolder={onFolder} />
        <FileTools production={production} {...actions} />
      </About>
    </Card>
  );
}

/** A production that cannot be read: what it is called, why, and a way to keep it. */
export function UnreadableCard({ production, ...actions }: FileActions & { production: ProductionSummary }) {
  return (
    <Card>
      <Trouble role="note" aria-label={`${production.name} cannot be opened`}>
        <b>This production cannot be opened</b>
        <span>{production.trouble}</span>
        <span>Nothing of it is lost. Save it as a file to keep it by itself.</span>
      </Trouble>
      <About>
        <div>
          <strong title={production.name}>{production.name}</strong>
        </div>
        <FileTools production={production} {...actions} />
      </About>
    </Card>
  );
}
