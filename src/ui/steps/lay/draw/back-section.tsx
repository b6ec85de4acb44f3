'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { type Project, setMargin } from '@/core';
import { edit } from '@/session/bolt';
import { type Session, useBusy, useJob, useSession } from '@/session/kernel';
import {
  COMES_BACK,
  canWatch,
  chooseWatched,
  type FileHandle,
  stopWatching,
  takeBackFile,
  useWatch,
  watchFile,
} from '@/session/returns';
import JobProgress from '../../../parts/chrome/job-progress';
import { Part } from '../../../parts/chrome/tray';
import MmField from '../../../parts/fields/mm-field';
import FileButton from '../../../parts/files/file-button';

const PICTURES = '.png,.jpg,.jpeg,.webp,.tif,.tiff,.ora';

type Handed = { getAsFileSystemHandle?: () => Promise<FileHandle & { kind: string }> };

/** What was dropped: watched where the browser lets it be read again, else taken once. */
async function dropped(bolt: Session, items: DataTransferItemList | null, file: File | undefined) {
  const [item] = [...(items ?? [])].filter((i) => i.kind === 'file') as Handed[];
  // It has to be asked for before anything is waited for.
  const handle = await item?.getAsFileSystemHandle?.().catch(() => null);
  if (handle?.kind === 'file') watchFile(bolt, handle);
  else if (file) await takeBackFile(bolt, file);
}

/** Where the cloth comes back, drawn on: by drop, by choice, by paste, or as a file that is watched. */
export default function BackSection({ project }: { project: Project }) {
  const bolt = useSession();
  const busy = useBusy(COMES_BACK);
  const trouble = useJob(COMES_BACK)?.trouble;
  const watch = useWatch();
  const { marginMm } = project.drawnOn;
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const [file] = e.clipboardData?.files ?? [];
      if (!file) return;
      e.preventDefault();
      void takeBackFile(bolt, file);
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, [bolt]);
  const [over, setOver] = useState(false);
  const amiss = trouble || watch.trouble;
  return (
    <Part title="Bring it back">
      <Box
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void dropped(bolt, e.dataTransfer.items, e.dataTransfer.files[0]);
        }}
        data-testid="comes-back"
        sx={{
          border: '1.5px dashed',
          borderColor: over ? 'primary.main' : 'text.secondary',
          borderRadius: 1.5,
          p: 1.5,
          display: 'grid',
          gap: 1,
        }}
      >
        <Typography variant="body2">
          Drop or paste it here: any size, slid or not, mirrored or turned. It is laid right, and only what is
          new is taken.
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          <FileButton
            label="Choose the file"
            accept={PICTURES}
            disabled={busy}
            onFile={(file) => void takeBackFile(bolt, file)}
          />
          {canWatch() && (
            <Button onClick={() => void chooseWatched(bolt)} disabled={busy}>
              Watch a file
            </Button>
          )}
        </Box>
      </Box>
      {watch.name && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1 }} data-testid="watching">
          <Typography variant="body2" sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
            Watching {watch.name}: each time it is saved it comes back by itself.
          </Typography>
          <Button onClick={() => stopWatching(bolt)}>Stop</Button>
        </Box>
      )}
      <JobProgress kind={COMES_BACK} />
      {amiss && (
        <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
          {amiss}
        </Typography>
      )}
      <Box sx={{ mt: 1.5 }}>
        <MmField
          label="Keep what is new clear of the edge by"
          value={marginMm}
          max={50}
          onChange={(mm) => edit(bolt, setMargin(mm), 'margin')}
        />
      </Box>
    </Part>
  );
}
