'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useRef, useState } from 'react';
import { DEFAULT_INTAKE, type Project } from '@/core';
import { type IncomingPage, inspectFile } from '@/session/intake';
import { messageOf } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import lazyPart from '../../parts/chrome/lazy-part';

const TileRoom = lazyPart(() => import('../../tile-room/tile-room'));

/** A finished tile from elsewhere: does it join? */
export default function TileSection({ project }: { project: Project }) {
  const file = useRef<HTMLInputElement>(null);
  const [page, setPage] = useState<IncomingPage | null>(null);
  const [wrong, setWrong] = useState('');
  const take = async (chosen: File) => {
    setWrong('');
    try {
      const bytes = new Uint8Array(await chosen.arrayBuffer());
      const seen = await inspectFile(bytes);
      if (seen.kind === 'page') setPage({ ...seen, name: chosen.name, bytes });
      else setWrong('A tile is a picture: PNG, JPEG, WebP or TIFF.');
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  return (
    <Fold title="A finished tile" summary="Does a tile made elsewhere join?">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        PNG, JPEG, WebP or TIFF. The file itself is left as it is.
      </Typography>
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp,image/tiff"
        hidden
        data-testid="tile-file"
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          e.target.value = '';
          if (chosen) void take(chosen);
        }}
      />
      <Button variant="outlined" onClick={() => file.current?.click()}>
        Choose a tile
      </Button>
      {wrong && (
        <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
          {wrong}
        </Typography>
      )}
      {page && (
        <TileRoom
          key={page.sha256}
          page={page}
          settings={DEFAULT_INTAKE}
          ppi={page.ppi ?? project.brief.ppi}
          onDone={() => setPage(null)}
        />
      )}
    </Fold>
  );
}
