'use client';

import Button from '@mui/material/Button';
import { useRef } from 'react';

type Props = { label: string; accept: string; onFile: (file: File) => void; disabled?: boolean };

/** A button that asks for one file of the person's. */
export default function FileButton({ label, accept, onFile, disabled }: Props) {
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
        aria-label={label}
        tabIndex={-1}
        hidden
        onChange={(e) => {
          const file = e.target.files?.[0];
          // The same file may be chosen again.
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
