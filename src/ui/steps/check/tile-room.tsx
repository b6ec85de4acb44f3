'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { DEFAULT_MENDING, type JoinReport } from '@/core';
import { useBolt } from '@/session/bolt';
import { useJob } from '@/session/jobs';
import { letGoOfTile, mendTileNow, readTile, TILE, tileFile } from '@/session/tile';
import { textOf } from '@/session/trouble';
import Fold from '../../parts/fold';
import JobProgress from '../../parts/job-progress';
import { trim } from '../../parts/lengths';
import { saveFile } from '../../parts/save-file';

type Seen = { report: JoinReport; bitmap: ImageBitmap };

const SIDE = 420;

/** Two by two of a tile, cut so that its joins cross in the middle, with the places where they break. */
function Joins({ seen }: { seen: Seen }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const surface = canvas.current;
    const context = surface?.getContext('2d');
    if (!surface || !context) return;
    const { bitmap, report } = seen;
    const k = Math.min(SIDE / bitmap.width, SIDE / bitmap.height);
    const [w, h] = [bitmap.width * k, bitmap.height * k];
    surface.width = Math.round(w);
    surface.height = Math.round(h);
    for (const x of [-w / 2, w / 2]) for (const y of [-h / 2, h / 2]) context.drawImage(bitmap, x, y, w, h);
    context.strokeStyle = '#A8322D';
    context.lineWidth = 3;
    for (const b of report.breaks) {
      for (const turn of [-0.5, 0.5]) {
        context.beginPath();
        if (b.join === 'across') {
          context.moveTo(w / 2, (b.from + turn) * h);
          context.lineTo(w / 2, (b.to + turn) * h);
        } else {
          context.moveTo((b.from + turn) * w, h / 2);
          context.lineTo((b.to + turn) * w, h / 2);
        }
        context.stroke();
      }
    }
  }, [seen]);
  return <canvas ref={canvas} aria-hidden style={{ maxWidth: '100%', borderRadius: 4 }} />;
}

const said = (report: JoinReport): string => {
  const { across, down } = report.joins;
  const slid = (['across', 'down'] as const).filter((j) => report.slid[j]);
  if (report.holds) {
    return `It joins. Over its joins the picture jumps ${trim(across.times, 1)} and ${trim(down.times, 1)} times as much as inside it.`;
  }
  const how = slid.length
    ? ` The ${slid.map((j) => (j === 'across' ? 'left and right edges' : 'top and bottom edges')).join(' and the ')} fit better ${slid.map((j) => `${Math.abs(report.slid[j])} px`).join(' and ')} further along: the slide was off.`
    : '';
  return `It does not join: over its joins the picture jumps ${trim(across.times, 1)} times (left to right) and ${trim(down.times, 1)} times (top to bottom) as much as inside it. The red lines show where.${how}`;
};

/** A finished tile from elsewhere: how it joins, and mending it. */
export default function TileRoom() {
  const ppi = useBolt((s) => s.project?.brief.ppi ?? 300);
  const file = useRef<HTMLInputElement>(null);
  const [name, setName] = useState('');
  const [seen, setSeen] = useState<Seen | null>(null);
  const [mended, setMended] = useState<Seen | null>(null);
  const [mending, setMending] = useState(DEFAULT_MENDING);
  const job = useJob(TILE);
  const busy = job?.state === 'running';
  const [wrong, setWrong] = useState<string | null>(null);
  const trouble = wrong ?? job?.trouble;
  const [before, setBefore] = useState(false);
  const take = async (chosen: File) => {
    setName(chosen.name.replace(/\.[a-z]+$/i, ''));
    setMended(null);
    setWrong(null);
    setSeen(await readTile(chosen));
  };
  const mend = async () => {
    const found = await mendTileNow(mending);
    if (!found) return;
    setMended(found);
    setBefore(false);
  };
  const save = () =>
    tileFile(ppi).then(
      (png) => saveFile(new Blob([png], { type: 'image/png' }), `${name} mended.png`),
      (error) => setWrong(textOf(error)),
    );
  const close = () => {
    letGoOfTile();
    setSeen(null);
    setMended(null);
  };
  const shown = mended && !before ? mended : seen;
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
      <Button variant="outlined" disabled={busy} onClick={() => file.current?.click()}>
        Choose a tile
      </Button>
      {!seen && <JobProgress kind={TILE} />}
      {trouble && (
        <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
          {trouble}
        </Typography>
      )}
      {seen && shown && (
        <Dialog open onClose={close} maxWidth="md" fullWidth>
          <DialogTitle>How {name} joins</DialogTitle>
          <DialogContent sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap' }}>
            <Box sx={{ flex: `0 1 ${SIDE}px` }}>
              <Joins seen={shown} />
            </Box>
            <Box sx={{ flex: '1 1 260px', display: 'grid', gap: 1.5, alignContent: 'start' }}>
              <Alert
                severity={shown.report.holds ? 'success' : 'warning'}
                icon={false}
                data-testid="join-report"
              >
                {said(shown.report)}
              </Alert>
              <Typography variant="body2" color="text.secondary">
                {shown.bitmap.width} x {shown.bitmap.height} px, shown with its joins crossing in the middle.
              </Typography>
              <Box sx={{ display: 'grid' }}>
                <FormControlLabel
                  control={
                    <Checkbox
                      checked={mending.evenLight}
                      onChange={(_, v) => setMending({ ...mending, evenLight: v })}
                    />
                  }
                  label="even the light from edge to edge"
                />
                <FormControlLabel
                  control={
                    <Checkbox checked={mending.cut} onChange={(_, v) => setMending({ ...mending, cut: v })} />
                  }
                  label="lap the edges and cut where they differ least (the tile becomes 8 % smaller)"
                />
              </Box>
              <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
                <Button
                  variant={mended ? 'outlined' : 'contained'}
                  disabled={busy || !(mending.evenLight || mending.cut)}
                  onClick={() => void mend()}
                >
                  Mend the joins
                </Button>
                {mended && (
                  <Button variant="outlined" aria-pressed={before} onClick={() => setBefore(!before)}>
                    {before ? 'After' : 'Before'}
                  </Button>
                )}
              </Box>
              <JobProgress kind={TILE} />
            </Box>
          </DialogContent>
          <DialogActions>
            <Button onClick={close}>Close</Button>
            <Button variant="contained" disabled={!mended || busy} onClick={() => void save()}>
              Save the mended tile
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </Fold>
  );
}
