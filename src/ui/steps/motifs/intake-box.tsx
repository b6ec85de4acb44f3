'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useCallback, useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Said } from '@/core';
import type { IncomingFile } from '@/session/intake';
import { inspectFile } from '@/session/intake';
import { messageOf } from '@/session/kernel';
import { sampleFiles, samples } from '@/session/shelf';

type Raw = { name: string; bytes: Uint8Array<ArrayBuffer> };
const readAll = (files: File[]): Promise<Raw[]> =>
  Promise.all(
    files.map(async (f) => ({
      name: f.name || 'Pasted picture',
      bytes: new Uint8Array(await f.arrayBuffer()),
    })),
  );

/** Where files come in: by drop, by choice, by paste, from the scanner, or from the samples. */
export default function IntakeBox({ onFiles }: { onFiles: (files: IncomingFile[]) => void }) {
  const [wrong, setWrong] = useState<string[]>([]);
  const [busy, setBusy] = useState('');
  const [menu, setMenu] = useState<HTMLElement | null>(null);

  const takeIn = useCallback(
    async (what: string, get: () => Promise<Raw[]>) => {
      setWrong([]);
      setBusy(what);
      const seen: IncomingFile[] = [];
      try {
        for (const { name, bytes } of await get()) {
          setBusy(`Looking at ${name}.`);
          try {
            seen.push({ ...(await inspectFile(bytes)), name, bytes });
          } catch (error) {
            setWrong((all) => [...all, `${name}: ${messageOf(error)}`]);
          }
        }
      } catch (error) {
        setWrong([messageOf(error)]);
      }
      setBusy('');
      if (seen.length) onFiles(seen);
    },
    [onFiles],
  );

  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => takeIn('Reading files.', () => readAll(files)),
  });

  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const files = [...(e.clipboardData?.files ?? [])];
      if (!files.length) return;
      e.preventDefault();
      void takeIn('Reading what was pasted.', () => readAll(files));
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, [takeIn]);

  const scan = () =>
    takeIn('Scanning a page.', async () => {
      const answer = await fetch('/stand-ins/scanner');
      if (!answer.ok)
        throw new Said('The scanner did not answer. Is it switched on? Try again, or choose a file.');
      return [{ name: 'Scanned page', bytes: new Uint8Array(await answer.arrayBuffer()) }];
    });

  return (
    <>
      <Box
        {...getRootProps()}
        sx={{
          border: '1.5px dashed',
          borderColor: isDragActive ? 'primary.main' : 'text.secondary',
          borderRadius: 1.5,
          p: 1.5,
          display: 'grid',
          gap: 1,
          bgcolor: isDragActive ? 'action.hover' : 'background.paper',
        }}
      >
        <input {...getInputProps({ 'aria-label': 'Picture files' })} data-testid="file-input" />
        <Typography variant="body2">
          Drop or paste scans, photos, SVG or layered ORA files. Each file is kept as it is.
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', '& button': { px: 1.1 } }}>
          <Button variant="contained" onClick={open} disabled={busy !== ''}>
            Choose files
          </Button>
          <Button variant="outlined" onClick={scan} disabled={busy !== ''}>
            Scan a sheet
          </Button>
          <Button onClick={(e) => setMenu(e.currentTarget)} disabled={busy !== ''}>
            Samples
          </Button>
        </Box>
        <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
          {samples.map((s) => (
            <MenuItem
              key={s.name}
              onClick={() => {
                setMenu(null);
                void takeIn(`Fetching ${s.name}.`, () => sampleFiles(s.files));
              }}
            >
              <ListItemText primary={s.name} secondary={s.summary} />
            </MenuItem>
          ))}
        </Menu>
        <Typography variant="body2" role="status" color="text.secondary">
          {busy}
        </Typography>
      </Box>
      {wrong.length > 0 && (
        <Box
          role="alert"
          sx={{ borderLeft: 3, borderColor: 'error.main', pl: 1.5, display: 'grid', gap: 0.75 }}
        >
          {wrong.map((w) => (
            <Typography key={w} variant="body2">
              {w}
            </Typography>
          ))}
        </Box>
      )}
    </>
  );
}
