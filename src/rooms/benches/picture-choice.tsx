'use client';

import { Clapperboard, Folders } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { pictureSchema, type Picture } from '@/core/production/picture';
import { sendMedia } from '@/parts/api';
import { Button } from '@/parts/controls';
import { ReadingNews } from './reading-news';
import { useReading } from './use-reading';

export const PICTURE_FILES = ['image/png', 'image/jpeg', 'image/webp', 'video/mp4', 'video/webm', '.mp4', '.webm', '.mov', '.zip'];

/** Two ways to a picture: a file, or a folder of frames. What was chosen is read, sent to the server to be kept, and handed on. */
export function PictureChoice({ label, onPicture }: { label: string; onPicture: (picture: Picture) => void }) {
  const { take, state } = useReading('picture');
  const chosen = (files: readonly File[]) =>
    take(files, async ({ facts, file }) => {
      const { hash } = await sendMedia('picture', file);
      onPicture(pictureSchema.parse({ ...facts, hash, name: file.name }));
      return null;
    });
  return (
    <>
      <FileTrigger acceptedFileTypes={PICTURE_FILES} onSelect={(files) => files?.[0] && void chosen([files[0]])}>
        <Button $tone="quiet">
          <Clapperboard size={13} /> {label}
        </Button>
      </FileTrigger>
      <FileTrigger acceptDirectory onSelect={(files) => files && files.length > 0 && void chosen([...files])}>
        <Button $tone="quiet">
          <Folders size={13} /> A folder of frames
        </Button>
      </FileTrigger>
      <ReadingNews what="picture" state={state} />
    </>
  );
}
