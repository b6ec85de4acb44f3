'use client';

import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useRef, useState } from 'react';
import { type Motif, type MotifRole, removeMotif, type Sheet, setMotif } from '@/core';
import { edit } from '@/session/bolt';
import type { IncomingPage } from '@/session/intake';
import { inspectFile, replaceByVector } from '@/session/intake';
import { messageOf, useSession } from '@/session/kernel';
import OriginFields from '../../../parts/fields/origin-fields';
import TwoHalves from './two-halves';

type Props = {
  motif: Motif;
  picture: ReactNode;
  sheet?: Sheet;
  onPage: (page: IncomingPage) => void;
  onSheet: (sheet: Sheet) => void;
  onGone: () => void;
};

/** Name, role, direction, where it comes from, and new art for it. */
export default function About({ motif, picture, sheet, onPage, onSheet, onGone }: Props) {
  const bolt = useSession();
  const file = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState('');
  const set = (change: Parameters<typeof setMotif>[1], merge = '') =>
    edit(bolt, setMotif(motif.id, change), merge);
  const replace = async (chosen: File) => {
    setWrong('');
    try {
      const bytes = new Uint8Array(await chosen.arrayBuffer());
      const seen = { ...(await inspectFile(bytes)), name: chosen.name, bytes };
      if (seen.kind === 'page') onPage(seen);
      else if (seen.kind === 'vector') await replaceByVector(bolt, motif, seen);
      else setWrong('A layered file holds several motifs: bring it in on the shelf, and choose there.');
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  return (
    <TwoHalves picture={picture}>
      <TextField
        key={motif.name}
        label="Name"
        defaultValue={motif.name}
        onBlur={(e) => {
          const name = e.target.value.trim();
          if (name && name !== motif.name) set({ name: name.slice(0, 80) });
        }}
      />
      <TextField
        select
        label="Role"
        value={motif.role}
        onChange={(e) => set({ role: e.target.value as MotifRole })}
      >
        <MenuItem value="hero">hero</MenuItem>
        <MenuItem value="secondary">secondary</MenuItem>
        <MenuItem value="filler">filler</MenuItem>
      </TextField>
      <TextField
        select
        label="Direction"
        value={motif.direction}
        onChange={(e) => set({ direction: e.target.value as Motif['direction'] })}
      >
        <MenuItem value="top">has a top</MenuItem>
        <MenuItem value="free">turns freely</MenuItem>
      </TextField>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={!!motif.standIn}
            onChange={(_, on) => set({ standIn: on ? true : undefined })}
          />
        }
        label="a stand-in, to be swapped for finished art"
      />
      <OriginFields
        origin={{ source: motif.source, permission: motif.permission }}
        onChange={(origin) => set(origin, `origin${motif.id}`)}
      />
      {sheet && (
        <Button variant="outlined" onClick={() => onSheet(sheet)}>
          Open its page again
        </Button>
      )}
      <Button variant="outlined" onClick={() => file.current?.click()}>
        Replace the art
      </Button>
      <input
        ref={file}
        type="file"
        hidden
        data-testid="replace-input"
        aria-label="New art for this motif"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) void replace(chosen);
        }}
      />
      <Typography variant="caption" color="text.secondary">
        Every placement keeps its place, its angle and its printed size.
      </Typography>
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
      <Button
        color="error"
        sx={{ mt: 'auto', alignSelf: 'start' }}
        onClick={() => {
          edit(bolt, removeMotif(motif.id));
          onGone();
        }}
      >
        Take it out of the bolt
      </Button>
    </TwoHalves>
  );
}
