'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { addSheet, DEFAULT_INTAKE, type IntakeSettings, type Motif } from '@/core';
import { previewPaper, Stopped, split, stopLongWork } from '@/engine';
import { putAsset } from '@/shelf';
import { edit, record, useBolt } from '@/state/bolt';
import { small, trim } from '../../parts/lengths';
import NumberField from '../../parts/number-field';
import Progress from '../../parts/progress';
import BlobPicture from './blob-picture';

export type IncomingSheet = {
  name: string;
  bytes: Uint8Array<ArrayBuffer>;
  type: 'png' | 'jpeg' | 'webp';
  width: number;
  height: number;
  ppi: number | null;
  sha256: string;
};

type Cut = {
  png: Uint8Array<ArrayBuffer>;
  sha256: string;
  width: number;
  height: number;
  name: string;
  keep: boolean;
};

/** Largest pieces lead, the smallest fill: a first guess at roles that the person may change. */
function roleOf(cut: Cut, all: Cut[]): Motif['role'] {
  const areas = all.map((c) => c.width * c.height).sort((a, b) => b - a);
  const rank = areas.indexOf(cut.width * cut.height) / areas.length;
  return rank < 0.2 ? 'hero' : rank < 0.6 ? 'secondary' : 'filler';
}

export default function SheetDialog({ sheet, onDone }: { sheet: IncomingSheet; onDone: () => void }) {
  const [ppi, setPpi] = useState(sheet.ppi);
  const [settings, setSettings] = useState<IntakeSettings>(DEFAULT_INTAKE);
  const [share, setShare] = useState<number | null>(null);
  const [cuts, setCuts] = useState<Cut[] | null>(null);
  const [wrong, setWrong] = useState('');
  const canvas = useRef<HTMLCanvasElement>(null);
  const ground = useBolt((s) => {
    const way = s.project?.colourways.find((c) => c.id === s.project?.shown);
    return way?.colours[0] ?? '#fff';
  });

  // The newest wish wins; older previews are dropped.
  const round = useRef(0);
  useEffect(() => {
    const mine = ++round.current;
    const timer = setTimeout(async () => {
      try {
        const bitmap = await previewPaper(sheet.bytes, ppi ?? 300, settings);
        const c = canvas.current;
        if (mine !== round.current || !c) return;
        c.width = bitmap.width;
        c.height = bitmap.height;
        c.getContext('2d')?.drawImage(bitmap, 0, 0);
      } catch (error) {
        if (mine === round.current) setWrong(error instanceof Error ? error.message : String(error));
      }
    }, 60);
    return () => clearTimeout(timer);
  }, [sheet, ppi, settings]);

  const change = (part: Partial<IntakeSettings>) => {
    setCuts(null);
    setWrong('');
    setSettings((s) => ({ ...s, ...part }));
  };

  const separate = async () => {
    if (!ppi) return;
    setShare(0);
    setWrong('');
    try {
      const pieces = await split(sheet.bytes, ppi, settings, setShare);
      const from = useBolt.getState().project?.motifs.length ?? 0;
      setCuts(pieces.map((p, n) => ({ ...p, name: `Motif ${from + n + 1}`, keep: true })));
    } catch (error) {
      if (!(error instanceof Stopped)) setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setShare(null);
    }
  };

  const keep = async () => {
    if (!cuts || !ppi) return;
    const kept = cuts.filter((c) => c.keep);
    await putAsset(sheet.sha256, new Blob([sheet.bytes], { type: `image/${sheet.type}` }));
    for (const c of kept) await putAsset(c.sha256, new Blob([c.png], { type: 'image/png' }));
    const id = crypto.randomUUID();
    const ok = edit((p) =>
      addSheet(
        p,
        { id, name: sheet.name.slice(0, 80), asset: sheet.sha256, ppi, settings },
        kept.map((c) => ({
          id: crypto.randomUUID(),
          name: c.name.trim() || 'Motif',
          role: roleOf(c, kept),
          asset: c.sha256,
          width: c.width,
          height: c.height,
          ppi,
          sheet: id,
        })),
      ),
    );
    if (ok) {
      record({
        kind: 'motifs',
        text: `${kept.length} motifs from ${sheet.name}, ${trim(ppi, 0)} ppi.`,
        sha256: sheet.sha256,
        bytes: sheet.bytes.length,
      });
      onDone();
    }
  };

  const kept = cuts?.filter((c) => c.keep).length ?? 0;
  return (
    <Dialog
      open
      fullWidth
      maxWidth="lg"
      onClose={() => share === null && onDone()}
      aria-labelledby="sheet-title"
    >
      <DialogTitle id="sheet-title" variant="h2">
        {cuts ? `${cuts.length} motifs on ${sheet.name}` : `Take the paper away from ${sheet.name}`}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 300px' }, gap: 3 }}>
        <Box
          sx={{
            bgcolor: ground,
            borderRadius: 1.5,
            minHeight: 320,
            height: { md: '62vh' },
            overflow: 'auto',
            display: 'grid',
            placeItems: cuts ? 'start stretch' : 'center',
            p: 1.5,
          }}
        >
          {cuts ? (
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))',
                gap: 1.25,
                width: '100%',
              }}
            >
              {cuts.map((c, n) => (
                <Box
                  key={c.sha256}
                  data-testid="piece"
                  sx={{
                    bgcolor: 'background.paper',
                    borderRadius: 1,
                    p: 1,
                    opacity: c.keep ? 1 : 0.55,
                    border: 1,
                    borderColor: 'divider',
                  }}
                >
                  <BlobPicture png={c.png} ground={ground} height={104} />
                  <Box sx={{ display: 'flex', alignItems: 'center', mt: 0.75 }}>
                    <Checkbox
                      size="small"
                      checked={c.keep}
                      onChange={(e) =>
                        setCuts(
                          (all) =>
                            all?.map((q, k) => (k === n ? { ...q, keep: e.target.checked } : q)) ?? null,
                        )
                      }
                      slotProps={{ input: { 'aria-label': `Keep ${c.name}` } }}
                      sx={{ p: 0.5, ml: -0.5 }}
                    />
                    <TextField
                      variant="standard"
                      value={c.name}
                      onChange={(e) =>
                        setCuts(
                          (all) =>
                            all?.map((q, k) => (k === n ? { ...q, name: e.target.value.slice(0, 80) } : q)) ??
                            null,
                        )
                      }
                      slotProps={{ htmlInput: { 'aria-label': `Name of piece ${n + 1}` } }}
                    />
                  </Box>
                  <Typography variant="caption" color="text.secondary">
                    {ppi ? `${small((c.width / ppi) * 25.4)} x ${small((c.height / ppi) * 25.4)}` : ''}
                  </Typography>
                </Box>
              ))}
            </Box>
          ) : (
            <Box
              component="canvas"
              ref={canvas}
              aria-label="The page with its paper taken away"
              sx={{ maxWidth: '100%', maxHeight: '100%', objectFit: 'contain', minHeight: 0 }}
            />
          )}
        </Box>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: 0.5 }}>
          <Typography variant="body2" color="text.secondary">
            {sheet.width} x {sheet.height} px
            {ppi ? `, ${small((sheet.width / ppi) * 25.4)} x ${small((sheet.height / ppi) * 25.4)}` : ''}.
            {sheet.ppi
              ? ' The ppi was read from the file.'
              : ' The file does not say its ppi: type what it was scanned at.'}
          </Typography>
          <NumberField
            label="Scanned at"
            unit="ppi"
            digits={1}
            value={ppi ?? 0}
            min={36}
            max={4800}
            onChange={(v) => {
              setCuts(null);
              setPpi(v);
            }}
          />
          <Box>
            <Typography variant="subtitle2" id="tolerance-label">
              Tolerance, {settings.tolerance} %
            </Typography>
            <Slider
              aria-labelledby="tolerance-label"
              min={2}
              max={60}
              value={settings.tolerance}
              onChange={(_, v) => change({ tolerance: v as number })}
            />
            <Typography variant="caption" color="text.secondary">
              Higher takes more grey with the paper; lower keeps fainter marks.
            </Typography>
          </Box>
          <ToggleButtonGroup
            exclusive
            fullWidth
            value={settings.joined ? 'joined' : 'everywhere'}
            onChange={(_, v) => v && change({ joined: v === 'joined' })}
            aria-label="Which paper goes"
          >
            <ToggleButton value="joined">Joined to the edge only</ToggleButton>
            <ToggleButton value="everywhere">Everywhere</ToggleButton>
          </ToggleButtonGroup>
          <NumberField
            label="Pieces nearer than this are one motif"
            unit="mm"
            digits={1}
            value={settings.joinMm}
            min={0}
            max={50}
            step={0.5}
            onChange={(v) => change({ joinMm: v })}
          />
          {share !== null && <Progress what="Separating motifs." share={share} onStop={stopLongWork} />}
          {wrong && (
            <Typography role="alert" variant="body2" color="error">
              {wrong}
            </Typography>
          )}
          <Typography variant="caption" color="text.secondary" sx={{ mt: 'auto' }}>
            Use art that you made, or that you may use commercially. The page itself is kept untouched.
          </Typography>
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={onDone} disabled={share !== null}>
          Leave it
        </Button>
        {cuts && (
          <Button variant="outlined" onClick={() => setCuts(null)}>
            Back to the page
          </Button>
        )}
        {cuts ? (
          <Button variant="contained" onClick={keep} disabled={!kept}>
            Keep {kept} {kept === 1 ? 'motif' : 'motifs'}
          </Button>
        ) : (
          <Button variant="contained" onClick={separate} disabled={!ppi || share !== null}>
            Separate the motifs
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
