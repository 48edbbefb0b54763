'use client';

import { Folder } from 'lucide-react';
import { useId, useState } from 'react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import type { ProductionSummary } from '@/core/production/listing';
import { Button, IconButton, Opened } from '@/parts/controls';

const Box = styled(Opened)`
  background: var(--raised);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  box-shadow: 0 6px 20px rgb(0 0 0 / 0.45);
  padding: 10px;
  form {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  input {
    width: 180px;
    height: 26px;
    padding: 0 8px;
    border: 1px solid var(--line-strong);
    border-radius: 2px;
    background: var(--well);
  }
`;

/** Puts a production into a folder: one that there is, or a new one by its name; an empty name takes it out. */
export function FolderButton({
  production: { name, folder },
  folders,
  onFolder,
}: {
  production: ProductionSummary;
  folders: readonly string[];
  onFolder: (folder: string) => void;
}) {
  const list = useId();
  const [wanted, setWanted] = useState(folder);
  return (
    <DialogTrigger onOpenChange={() => setWanted(folder)}>
      <IconButton label={`Put ${name} into a folder`} $tone="quiet">
        <Folder size={14} />
      </IconButton>
      <Box>
        <Dialog aria-label={`Folder of ${name}`} style={{ outline: 'none' }}>
          {({ close }) => (
            <form
              onSubmit={(event) => {
                event.preventDefault();
                onFolder(wanted.trim());
                close();
              }}
            >
              <input
                aria-label="Folder"
                placeholder="No folder"
                list={list}
                value={wanted}
                maxLength={60}
                autoFocus
                onChange={(e) => setWanted(e.target.value)}
              />
              <datalist id={list}>
                {folders.map((each) => (
                  <option key={each} value={each} />
                ))}
              </datalist>
              <Button $tone="primary" type="submit">
                Put there
              </Button>
            </form>
          )}
        </Dialog>
      </Box>
    </DialogTrigger>
  );
}
