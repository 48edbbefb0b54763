'use client';

import { useRef, type ReactNode } from 'react';
import { Button } from './controls';

/** A button that asks for a file. The same file can be chosen twice. */
export function FileButton({
  label,
  accept,
  onFile,
  children,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
      <Button onPress={() => input.current?.click()}>{children}</Button>
    </>
  );
}
