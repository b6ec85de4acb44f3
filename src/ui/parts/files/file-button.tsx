'use client';

import Button from '@mui/material/Button';
import { useRef } from 'react';

type Props = {
  label: string;
  accept: string;
  disabled?: boolean;
} & (
  | { onFile: (file: File) => void; onFiles?: never }
  | { onFiles: (files: File[]) => void; onFile?: never }
);

/** A button that asks for one file of the person's, or for several at once. */
export default function FileButton({ label, accept, onFile, onFiles, disabled }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={onFiles !== undefined}
        aria-label={label}
        tabIndex={-1}
        hidden
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          // The same file may be chosen again.
          e.target.value = '';
          const [file] = files;
          if (!file) return;
          if (onFiles) onFiles(files);
          else onFile(file);
        }}
      />
    </>
  );
}
