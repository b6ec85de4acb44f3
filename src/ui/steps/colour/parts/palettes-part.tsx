'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  counted,
  dressColours,
  hexOfRgb,
  nth,
  PALETTE_KINDS,
  type PaletteKind,
  type Project,
  readPaletteText,
  shownColourway,
  slug,
  writePalette,
} from '@/core';
import { tryColours } from '@/session/check';
import { paletteOfPicture, solidOf, useBook } from '@/session/colour';
import { messageOf } from '@/session/kernel';
import { saveFile } from '@/session/shelf';
import Choice from '../../../parts/fields/choice';
import FileButton from '../../../parts/files/file-button';
import { currentColourway } from './current-colourway';
import Strip from './strip';

const KIND_SAYS: Record<PaletteKind, string> = {
  gpl: 'GPL, for painting programs',
  css: 'CSS custom properties',
  json: 'JSON',
  txt: 'a plain list of hex codes',
};

type Found = { name: string; colours: string[] };

/** A colourway written as a palette; a palette, a list of codes or a picture read in and tried on the cloth. */
export default function PalettesPart({ project }: { project: Project }) {
  const way = shownColourway(project);
  const solids = useBook((s) => s.solids);
  const [kind, setKind] = useState<PaletteKind>('gpl');
  const [text, setText] = useState('');
  const [found, setFound] = useState<Found | null>(null);
  const [wrong, setWrong] = useState('');
  const save = () => {
    const colours = way.colours.map((hex, n) => ({
      name: [nth(project.inks, n).name, solidOf(solids, hex)?.name].filter(Boolean).join(', '),
      hex,
    }));
    const file = `${slug(`${project.name} ${way.name}`, 'colours')}.${kind}`;
    saveFile(
      new Blob([writePalette(kind, `${project.name}, ${way.name}`, colours)], { type: 'text/plain' }),
      file,
    );
  };
  const take = async (name: string, read: () => Promise<string[]> | string[]) => {
    try {
      const colours = await read();
      setFound({ name, colours });
      setWrong('');
    } catch (error) {
      setWrong(`${messageOf(error)} Nothing was changed.`);
    }
  };
  const codes = (from: string) => readPaletteText(from).map((c) => c.hex);
  const takeFile = (file: File) =>
    take(file.name.replace(/\.[^.]*$/, '').slice(0, 60), async () => {
      if (!/^image\/(png|jpeg|webp|tiff)$/.test(file.type)) return codes(await file.text());
      const { inks } = await paletteOfPicture(new Uint8Array(await file.arrayBuffer()), way.colours.length);
      return inks.map((i) => hexOfRgb(i.rgb));
    });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1 }}>
        <Choice label={`Write ${way.name} as`} value={kind} options={KIND_SAYS} onChange={setKind} />
        <Button variant="outlined" onClick={save} disabled={!PALETTE_KINDS.includes(kind)}>
          Save
        </Button>
      </Box>
      <TextField
        label="Or paste colours, in any of these ways"
        multiline
        minRows={2}
        maxRows={5}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          disabled={!text.trim()}
          onClick={() => void take('Pasted colours', () => codes(text))}
        >
          Read what is pasted
        </Button>
        <FileButton
          label="Read a file or a picture"
          accept=".gpl,.css,.json,.txt,.hex,image/png,image/jpeg,image/webp,image/tiff"
          onFile={(file) => void takeFile(file)}
        />
      </Box>
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
      {found && (
        <Box sx={{ display: 'grid', gap: 0.75 }}>
          <Typography variant="body2" role="status">
            {found.name}: {counted(found.colours.length, 'colour')}.
          </Typography>
          <Strip colours={found.colours} />
          <Button
            variant="outlined"
            onClick={() => {
              const { way: now, locked } = currentColourway(project);
              tryColours(dressColours(now.colours, found.colours, locked), found.name);
            }}
            sx={{ justifySelf: 'start' }}
          >
            Try them, darkest on darkest
          </Button>
        </Box>
      )}
    </Box>
  );
}
