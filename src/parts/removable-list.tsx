'use client';

import { Trash2 } from 'lucide-react';
import { IconButton } from './controls';
import { ItemList } from './item-list';

/** Things one below the other, each opened by its name and removed by the button behind it. */
export function RemovableList({
  items,
  onOpen,
  onRemove,
}: {
  items: readonly { id: string; label: string }[];
  onOpen: (id: string) => void;
  onRemove: (id: string) => void;
}) {
  return (
    <ItemList>
      {items.map(({ id, label }) => (
        <li key={id}>
          <button type="button" onClick={() => onOpen(id)}>
            {label}
          </button>
          <IconButton label={`Remove ${label}`} $tone="quiet" onPress={() => onRemove(id)}>
            <Trash2 size={12} />
          </IconButton>
        </li>
      ))}
    </ItemList>
  );
}
