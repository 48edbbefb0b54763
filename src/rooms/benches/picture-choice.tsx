'use client';

import { Clapperboard, Folders } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { pictureSchema, type Picture } from '@/core/production/picture';
import { sendMedia } from '@/parts/api';
import { Button } from '@/parts/controls';
import { ReadingNews } from './reading-news';
import { useReading } from './use-reading';

const STILL_FILES = ['image/png', 'image/jpeg', 'image/webp', '.hdr', '.exr'];
export const PICTURE_FILES = [...STILL_FILES, 'video/mp4', 'video/webm', '.mp4', '.webm', '.mov', '.zip'];

/**
 * Two ways to a picture: a file, or a folder of frames. What was chosen is read, sent to the server to be kept, and handed on.
 * @param isStill only of one that does not move
 */
export function PictureChoice({
  label,
  isStill = false,
  onPicture,
}: {
  label: string;
  isStill?: boolean;
  onPicture: (picture: Picture) => void;
}) {
  const { take, state } = useReading('picture');
  const chosen = (files: readonly File[]) =>
    take(files, async ({ facts, file }) => {
      if (isStill && facts.holds !== 'still') return 'This picture moves. Choose one that does not.';
      const { hash } = await sendMedia('picture', file);
      onPicture(pictureSchema.parse({ ...facts, hash, name: file.name }));
      return null;
    });
  return (
    <>
      <FileTrigger acceptedFileTypes={isStill ? STILL_FILES : PICTURE_FILES} onSelect={(files) => files?.[0] && void chosen([files[0]])}>
        <Button $tone="quiet">
          <Clapperboard size={13} /> {label}
        </Button>
      </FileTrigger>
      {isStill ? null : (
        <FileTrigger acceptDirectory onSelect={(files) => files && files.length > 0 && void chosen([...files])}>
          <Button $tone="quiet">
            <Folders size={13} /> A folder of frames
          </Button>
        </FileTrigger>
      )}
      <ReadingNews what="picture" state={state} />
    </>
  );
}
