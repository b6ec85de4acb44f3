'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { effectivePpi, type MotifRole, removeMotif, setMotif } from '@/core';
import { look } from '@/engine';
import { edit, useBolt } from '@/state/bolt';
import { small, trim } from '../../parts/lengths';
import MotifPicture from '../../parts/motif-picture';
import Tray, { Part } from '../../parts/tray';
import { layMotif } from '../lay/another';
import SheetDialog, { type IncomingSheet } from './sheet-dialog';

export default function MotifsTray() {
  const project = useBolt((s) => s.project);
  const [incoming, setIncoming] = useState<IncomingSheet[]>([]);
  const [wrong, setWrong] = useState<string[]>([]);
  const [busy, setBusy] = useState('');

  const takeIn = async (files: { name: string; bytes: Uint8Array<ArrayBuffer> }[]) => {
    setWrong([]);
    for (const { name, bytes } of files) {
      setBusy(`Looking at ${name}.`);
      try {
        const seen = await look(bytes);
        setIncoming((all) => [...all, { name, bytes, ...seen }]);
      } catch (error) {
        setWrong((all) => [...all, `${name}: ${error instanceof Error ? error.message : String(error)}`]);
      }
    }
    setBusy('');
  };

  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: async (files) =>
      takeIn(
        await Promise.all(
          files.map(async (f) => ({ name: f.name, bytes: new Uint8Array(await f.arrayBuffer()) })),
        ),
      ),
  });

  const scan = async () => {
    setWrong([]);
    setBusy('Scanning a page.');
    try {
      const answer = await fetch('/stand-ins/scanner');
      if (!answer.ok) throw new Error('The scanner did not answer.');
      const bytes = new Uint8Array(await answer.arrayBuffer());
      await takeIn([{ name: 'Scanned page', bytes }]);
    } catch (error) {
      setWrong([
        `${error instanceof Error ? error.message : String(error)} Is it switched on? Try again, or choose a file.`,
      ]);
      setBusy('');
    }
  };

  if (!project) return null;
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];
  return (
    <Tray
      title="Motifs"
      says={
        project.motifs.length
          ? `${project.motifs.length} cut out and ready.`
          : 'Bring in a scan or a photo; the motifs on it are cut out for you.'
      }
    >
      <Box
        {...getRootProps()}
        sx={{
          border: '1.5px dashed',
          borderColor: isDragActive ? 'primary.main' : 'text.secondary',
          borderRadius: 1.5,
          p: 2,
          display: 'grid',
          gap: 1,
          bgcolor: isDragActive ? 'action.hover' : 'background.paper',
        }}
      >
        <input {...getInputProps({ 'aria-label': 'Picture files' })} data-testid="file-input" />
        <Typography variant="body2">
          Drop PNG, JPEG or WebP here. The file itself is kept as it is.
        </Typography>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button variant="contained" onClick={open} disabled={busy !== ''}>
            Choose files
          </Button>
          <Button variant="outlined" onClick={scan} disabled={busy !== ''}>
            Scan a sheet
          </Button>
        </Box>
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
      {project.motifs.map((m) => {
        const placed = project.placements.filter((p) => p.motif === m.id);
        const largest = Math.max(0, ...placed.map((p) => p.scale));
        return (
          <Box
            key={m.id}
            data-testid="motif"
            sx={{
              display: 'grid',
              gridTemplateColumns: '92px minmax(0, 1fr)',
              gap: 1.25,
              borderTop: 1,
              borderColor: 'divider',
              pt: 1.5,
            }}
          >
            <MotifPicture motif={m.id} width={92} height={92} ground={way.colours[0]} />
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: 'minmax(0, 1fr)',
                gap: 0.75,
                alignContent: 'start',
              }}
            >
              <TextField
                key={m.name}
                label="Name"
                defaultValue={m.name}
                onBlur={(e) => {
                  const name = e.target.value.trim();
                  if (name && name !== m.name) edit((p) => setMotif(p, m.id, { name }));
                }}
              />
              <Typography variant="caption" color="text.secondary">
                {small((m.width / m.ppi) * 25.4)} x {small((m.height / m.ppi) * 25.4)},{' '}
                {placed.length
                  ? `laid ${placed.length}x, ${trim(effectivePpi(m.ppi, largest), 0)} ppi`
                  : 'not laid yet'}
              </Typography>
              <Box
                sx={{
                  display: 'flex',
                  gap: 0.5,
                  alignItems: 'center',
                  '& button': { minWidth: 44, px: 0.5 },
                }}
              >
                <TextField
                  select
                  variant="standard"
                  value={m.role}
                  slotProps={{ htmlInput: { 'aria-label': `Role of ${m.name}` } }}
                  onChange={(e) => edit((p) => setMotif(p, m.id, { role: e.target.value as MotifRole }))}
                  sx={{ flex: 1 }}
                >
                  <MenuItem value="hero">hero</MenuItem>
                  <MenuItem value="secondary">secondary</MenuItem>
                  <MenuItem value="filler">filler</MenuItem>
                </TextField>
                <Button onClick={() => layMotif(m.id)} aria-label={`Lay ${m.name}`}>
                  Lay
                </Button>
                <Button
                  color="error"
                  onClick={() => edit((p) => removeMotif(p, m.id))}
                  aria-label={`Take ${m.name} out`}
                >
                  Out
                </Button>
              </Box>
            </Box>
          </Box>
        );
      })}
      {project.sheets.length > 0 && (
        <Part title="Pages kept">
          {project.sheets.map((s) => (
            <Typography key={s.id} variant="body2">
              {s.name}, {trim(s.ppi, 0)} ppi
            </Typography>
          ))}
        </Part>
      )}
      {incoming[0] && (
        <SheetDialog
          key={incoming[0].sha256 + incoming.length}
          sheet={incoming[0]}
          onDone={() => setIncoming((all) => all.slice(1))}
        />
      )}
    </Tray>
  );
}
