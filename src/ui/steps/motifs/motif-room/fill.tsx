'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useRef, useState } from 'react';
import { fillOf, type Motif, nth, partsOf, type Region, setMotif } from '@/core';
import { edit } from '@/session/bolt';
import { loadAsset } from '@/session/cloth';
import { type FillSettings, fillAsk, keepFill, regionAt, viewFill } from '@/session/intake';
import { messageOf, useSession } from '@/session/kernel';
import ColourField from '../../../parts/fields/colour-field';
import MmField from '../../../parts/fields/mm-field';
import TwoHalves from './two-halves';

/** 2 px at 300 ppi. */
const TRAP_MM = 0.17;

/** Offered while a bolt has few colours of its own. */
const STARTERS = ['#c65b48', '#e0a74f', '#70aaa9', '#e6b1a5', '#293351'];

const settingsOf = (motif: Motif): FillSettings =>
  fillOf(motif) ?? { from: motif.asset, bridgeMm: 0.5, trapMm: TRAP_MM, colours: [] };

/** Line art: its closed regions, each with a flat colour tucked under the ink. */
export default function Fill({ motif, colours }: { motif: Motif; colours: string[] }) {
  const bolt = useSession();
  const fill = useMemo(() => settingsOf(motif), [motif]);
  // Every colour is an edit of the bolt: saved and undone like any other, put in when the person says so.
  const setFill = (change: (now: FillSettings) => FillSettings) =>
    edit(
      bolt,
      (p) => {
        const now = p.motifs.find((m) => m.id === motif.id);
        return now
          ? setMotif(now.id, { art: { kind: 'filled', parts: partsOf(now), fill: change(settingsOf(now)) } })
          : null;
      },
      `fill${motif.id}`,
    );
  const [inHand, setInHand] = useState(colours[1] ?? nth(STARTERS, 0));
  const [regions, setRegions] = useState<(Region & { coloured: boolean })[]>([]);
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  const canvas = useRef<HTMLCanvasElement>(null);
  const factor = useRef(1);
  const round = useRef(0);

  useEffect(() => {
    const mine = ++round.current;
    const timer = setTimeout(async () => {
      try {
        const seen = await viewFill(await loadAsset(fill.from), fillAsk(motif, fill), 1200);
        const c = canvas.current;
        if (mine !== round.current || !c) return;
        c.width = seen.bitmap.width;
        c.height = seen.bitmap.height;
        c.getContext('2d')?.drawImage(seen.bitmap, 0, 0);
        factor.current = seen.factor;
        setRegions(seen.regions);
      } catch (error) {
        if (mine === round.current) setWrong(messageOf(error));
      }
    }, 40);
    return () => clearTimeout(timer);
  }, [motif, fill]);

  const colour = (at: { x: number; y: number }) =>
    setFill((f) => ({
      ...f,
      colours: [...f.colours.filter((c) => c.x !== at.x || c.y !== at.y), { ...at, hex: inHand }],
    }));
  const press = async (e: React.PointerEvent<HTMLCanvasElement>) => {
    const c = e.currentTarget;
    const r = c.getBoundingClientRect();
    const x = ((e.clientX - r.left) / r.width) * c.width * factor.current;
    const y = ((e.clientY - r.top) / r.height) * c.height * factor.current;
    try {
      const at = await regionAt(await loadAsset(fill.from), fillAsk(motif, fill), x, y);
      if (at) colour(at);
      else setWrong('There is no closed region here. If a line has a gap, bridge wider gaps.');
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  const keep = async () => {
    setBusy(true);
    try {
      await keepFill(bolt, motif, fill);
    } catch (error) {
      setWrong(messageOf(error));
    }
    setBusy(false);
  };
  const left = regions.filter((r) => !r.coloured).length;
  return (
    <TwoHalves
      picture={
        <canvas
          ref={canvas}
          data-testid="fill-view"
          aria-label="The line art; press a region to colour it"
          onPointerDown={(e) => {
            setWrong('');
            void press(e);
          }}
          style={{ maxWidth: '100%', maxHeight: '62vh', cursor: 'crosshair', background: '#fff' }}
        />
      }
    >
      <Typography variant="body2" role="status" data-testid="regions">
        {regions.length
          ? `${regions.length} closed regions, ${left ? `${left} without colour` : 'all coloured'}.`
          : 'No closed region yet. Fill works on line art: bridge wider gaps if a line is open.'}
      </Typography>
      <ColourField label="Colour in hand" value={inHand} onChange={setInHand} />
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        {[...new Set(colours.length < 4 ? [...colours, ...STARTERS] : colours)].map((c) => (
          <Box
            key={c}
            component="button"
            aria-label={`Take ${c} in hand`}
            onClick={() => setInHand(c)}
            sx={{
              width: 28,
              height: 28,
              borderRadius: '50%',
              bgcolor: c,
              border: 2,
              borderColor: c === inHand ? 'primary.main' : 'divider',
              cursor: 'pointer',
            }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <MmField
          label="Bridge gaps up to"
          value={fill.bridgeMm}
          max={4}
          fine
          onChange={(bridgeMm) => setFill((f) => ({ ...f, bridgeMm }))}
        />
        <MmField
          label="Under the ink by"
          value={fill.trapMm}
          max={3}
          fine
          onChange={(trapMm) => setFill((f) => ({ ...f, trapMm }))}
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap', maxHeight: 132, overflowY: 'auto' }}>
        {regions.map((r, n) => (
          <Button
            key={`${r.x},${r.y}`}
            size="small"
            variant={r.coloured ? 'outlined' : 'text'}
            sx={{ minWidth: 34, px: 0.5, minHeight: 26 }}
            aria-label={`Colour region ${n + 1}`}
            onClick={() => colour({ x: r.x, y: r.y })}
          >
            {n + 1}
          </Button>
        ))}
      </Box>
      <Button
        variant="outlined"
        disabled={!left}
        onClick={() => {
          for (const r of regions) if (!r.coloured) colour({ x: r.x, y: r.y });
        }}
      >
        Colour all that is left
      </Button>
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
      <Button variant="contained" disabled={!fill.colours.length || busy} onClick={keep} sx={{ mt: 'auto' }}>
        {partsOf(motif).length ? 'Put the fills in anew' : 'Put the fills in'}
      </Button>
      <Typography variant="caption" color="text.secondary">
        Each colour becomes a part of its own, under the ink; a region without colour stays see-through. The
        line art is kept, to be filled again.
      </Typography>
    </TwoHalves>
  );
}
