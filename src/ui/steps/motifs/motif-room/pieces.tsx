'use client';

import ArrowDownwardRounded from '@mui/icons-material/ArrowDownwardRounded';
import ArrowUpwardRounded from '@mui/icons-material/ArrowUpwardRounded';
import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { type ArtPiece, type Motif, type Point, type Project, piecesOfArt, toPiece } from '@/core';
import { addPiece, changePieces, motifBitmap, ownPieces, spanOf } from '@/session/intake';
import { messageOf, useSession } from '@/session/kernel';
import Choice from '../../../parts/fields/choice';
import TwoHalves from './two-halves';

type Props = { motif: Motif; project: Project; ground: string };

/** The pieces that a motif is made of: which lies over which, and what of each shows; another laid over them as a patch. */
export default function Pieces({ motif, project, ground }: Props) {
  const bolt = useSession();
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  /** The piece that a line is drawn round on. */
  const [cutting, setCutting] = useState<string | null>(null);
  const pieces = ownPieces(motif);
  const made = piecesOfArt(motif).length > 0;
  const doing = async (act: () => Promise<boolean>) => {
    setWrong('');
    setBusy(true);
    try {
      await act();
    } catch (error) {
      setWrong(messageOf(error));
    }
    setBusy(false);
  };
  const change = (next: ArtPiece[]) => doing(() => changePieces(bolt, motif, next));
  const move = (n: number, by: number) => {
    const next = [...pieces];
    next.splice(n + by, 0, ...next.splice(n, 1));
    return change(next);
  };
  const set = (id: string, part: Partial<ArtPiece>) =>
    change(pieces.map((p) => (p.id === id ? { ...p, ...part } : p)));
  const drawn = (line: Point[]) => {
    const piece = pieces.find((p) => p.id === cutting);
    setCutting(null);
    if (piece && line.length > 2) void set(piece.id, { cut: line.map((at) => toPiece(piece, at)) });
  };
  const others = Object.fromEntries(
    project.motifs.filter((m) => m.id !== motif.id).map((m) => [m.id, m.name]),
  );
  return (
    <TwoHalves picture={<Picture motif={motif} ground={ground} onLine={cutting ? drawn : undefined} />}>
      <Typography variant="body2" color="text.secondary">
        {cutting
          ? 'Draw round what of it is to show.'
          : made
            ? 'The topmost comes first. A piece laid twice, once under and once cut to a part over it, winds through.'
            : 'This motif is in one piece. Lay another over it to cover a detail, or make one motif of several that are in hand on the cloth.'}
      </Typography>
      {[...pieces.entries()].reverse().map(([n, p]) => (
        <Box
          key={p.id}
          data-testid="piece-of"
          sx={{ borderBottom: 1, borderColor: 'divider', pb: 1, display: 'grid', gap: 0.5 }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
            <Typography variant="body2" sx={{ flex: 1, fontWeight: 600 }} noWrap>
              {p.name}
              {p.cut ? ', a part of it' : ''}
            </Typography>
            <IconButton
              size="small"
              aria-label={`Move ${p.name} up`}
              disabled={busy || n === pieces.length - 1}
              onClick={() => move(n, 1)}
            >
              <ArrowUpwardRounded fontSize="small" />
            </IconButton>
            <IconButton
              size="small"
              aria-label={`Move ${p.name} down`}
              disabled={busy || n === 0}
              onClick={() => move(n, -1)}
            >
              <ArrowDownwardRounded fontSize="small" />
            </IconButton>
            {pieces.length > 1 && (
              <IconButton
                size="small"
                aria-label={`Take ${p.name} out`}
                disabled={busy}
                onClick={() => change(pieces.filter((q) => q.id !== p.id))}
              >
                <DeleteOutlineRounded fontSize="small" />
              </IconButton>
            )}
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
            <Button
              disabled={busy}
              aria-pressed={cutting === p.id}
              onClick={() => setCutting(cutting === p.id ? null : p.id)}
            >
              Show a part only
            </Button>
            {p.cut && (
              <Button disabled={busy} onClick={() => set(p.id, { cut: undefined })}>
                Show all of it
              </Button>
            )}
            <Button
              disabled={busy}
              onClick={() => change([...pieces, { ...p, id: crypto.randomUUID(), cut: undefined }])}
            >
              Lay it again on top
            </Button>
          </Box>
        </Box>
      ))}
      <Choice
        label="Lay another over it"
        value=""
        options={{ '': '', ...others }}
        disabled={busy}
        onChange={(id) => {
          const other = project.motifs.find((m) => m.id === id);
          if (other) void doing(() => addPiece(bolt, motif, other));
        }}
      />
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
    </TwoHalves>
  );
}

/** The motif large, and the line that is drawn round a part of it; places are mm from its middle. */
function Picture({
  motif,
  ground,
  onLine,
}: {
  motif: Motif;
  ground: string;
  onLine?: (line: Point[]) => void;
}) {
  const bolt = useSession();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [bitmap, setBitmap] = useState<ImageBitmap | null>(null);
  const line = useRef<Point[]>([]);
  const { id, asset } = motif;
  useEffect(() => {
    let gone = false;
    motifBitmap(bolt, id, asset ? 1000 : 0).then(
      (b) => !gone && setBitmap(b),
      () => {},
    );
    return () => {
      gone = true;
    };
  }, [id, asset, bolt]);
  const span = spanOf(motif);
  const paint = () => {
    const c = canvas.current;
    const context = c?.getContext('2d');
    if (!c || !context || !bitmap) return;
    Object.assign(c, { width: bitmap.width, height: bitmap.height });
    context.drawImage(bitmap, 0, 0);
    const k = bitmap.width / span.width;
    context.lineWidth = 3;
    context.strokeStyle = '#6A2A5B';
    context.beginPath();
    for (const p of line.current) context.lineTo((p.x + span.width / 2) * k, (p.y + span.height / 2) * k);
    context.stroke();
  };
  useEffect(paint);
  const at = (e: React.PointerEvent<HTMLCanvasElement>): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    return {
      x: ((e.clientX - box.left) / box.width - 0.5) * span.width,
      y: ((e.clientY - box.top) / box.height - 0.5) * span.height,
    };
  };
  return (
    <Box
      sx={{
        bgcolor: ground,
        borderRadius: 0.75,
        p: 0.75,
        display: 'grid',
        placeItems: 'center',
        maxHeight: '100%',
      }}
    >
      <canvas
        ref={canvas}
        data-testid="pieces-picture"
        aria-label="The motif as its pieces lie"
        onPointerDown={(e) => {
          if (!onLine) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          line.current = [at(e)];
        }}
        onPointerMove={(e) => {
          if (!onLine || !line.current.length) return;
          line.current.push(at(e));
          paint();
        }}
        onPointerUp={() => {
          const all = line.current;
          line.current = [];
          onLine?.(all.filter((_, n) => n % Math.ceil(all.length / 300) === 0));
        }}
        style={{
          maxWidth: '100%',
          maxHeight: '60vh',
          touchAction: 'none',
          cursor: onLine ? 'crosshair' : 'default',
        }}
      />
    </Box>
  );
}
