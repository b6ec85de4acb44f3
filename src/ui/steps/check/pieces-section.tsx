'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, type PictureReport, type Project, smallText } from '@/core';
import { useChecks } from '@/session/check';
import {
  callGround,
  cutThroughMiddle,
  forgetMarks,
  joinPieces,
  LIFT,
  liftPieceOff,
  pictureInHand,
  piecesInHand,
  showPieces,
  sizeOf,
  stepPiece,
  usePieces,
} from '@/session/intake';
import { useBusy, useSession } from '@/session/kernel';
import { Part } from '../../parts/chrome/tray';

const row = { display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1 } as const;

/** What is seen in drawings and tiles, piece by piece, and what a person puts right of it. */
export default function PiecesSection({ project }: { project: Project }) {
  const bolt = useSession();
  const pictures = useChecks((s) => s.report?.pictures);
  const { shown, hand, cutting } = usePieces();
  if (!pictures?.length) return null;
  const any = pictures.some((p) => p.pieces.length);
  return (
    <Part title="Pieces of the drawing">
      {pictures.map((picture) => (
        <Read key={picture.layer} picture={picture} project={project} />
      ))}
      {any && (
        <Box sx={row}>
          <Button
            variant={shown ? 'contained' : 'outlined'}
            aria-pressed={shown}
            onClick={() => showPieces(bolt, !shown)}
          >
            {shown ? 'Hide the pieces' : 'Show the pieces'}
          </Button>
          {shown && (
            <>
              <Button onClick={() => stepPiece(project, -1)}>Previous piece</Button>
              <Button onClick={() => stepPiece(project, 1)}>Next piece</Button>
            </>
          )}
        </Box>
      )}
      {shown && hand.length === 0 && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          Press a piece on the cloth to put it right; with Shift, several.
        </Typography>
      )}
      {shown && hand.length > 0 && (
        <InHand project={project} pictures={pictures} hand={hand} cutting={cutting} />
      )}
    </Part>
  );
}

function Read({ picture, project }: { picture: PictureReport; project: Project }) {
  const layer = project.layers.find((l) => l.id === picture.layer);
  if (!layer || layer.kind === 'placements') return null;
  const name = project.pictures.find((p) => p.id === layer.picture)?.name ?? 'The picture';
  const { pieces, specks, doubt } = picture;
  const marks = layer.marks
    ? layer.marks.joins.length + layer.marks.cuts.length + layer.marks.ground.length
    : 0;
  return (
    <Box sx={{ mb: 0.5 }}>
      <Typography variant="body2" data-testid="pieces-seen">
        {doubt
          ? `${name} cannot be told apart piece by piece: ${doubt}.`
          : `${name}: ${counted(pieces.length, 'piece')}${specks ? `, ${counted(specks, 'speck')} left out` : ''}.`}
      </Typography>
      {marks > 0 && (
        <Button sx={{ px: 0 }} onClick={() => forgetMarks(layer.id)}>
          Forget the {counted(marks, 'mark')} on it
        </Button>
      )}
    </Box>
  );
}

type InHandProps = { project: Project; pictures: PictureReport[]; hand: string[]; cutting: boolean };

function InHand({ project, pictures, hand, cutting }: InHandProps) {
  const bolt = useSession();
  const busy = useBusy(LIFT);
  const taken = piecesInHand(hand, pictures);
  const [first] = taken;
  if (!first) return null;
  const { width, height } = sizeOf(first);
  const one = taken.length === 1;
  const together = pictureInHand(hand, pictures);
  return (
    <Box sx={{ mt: 1 }} data-testid="pieces-in-hand">
      <Typography variant="body2">
        {one
          ? `In hand: ${smallText(width)} wide, ${smallText(height)} high.`
          : `${taken.length} in hand${together ? '' : ', of several pictures'}.`}
      </Typography>
      <Box sx={row}>
        {!one && (
          <Button variant="outlined" disabled={!together} onClick={() => joinPieces(project)}>
            They are one piece
          </Button>
        )}
        {one && (
          <>
            <Button
              variant="contained"
              disabled={busy}
              onClick={() => together && void liftPieceOff(bolt, project, together.layer, first.id)}
            >
              Lift it off
            </Button>
            <Button
              variant={cutting ? 'contained' : 'outlined'}
              aria-pressed={cutting}
              onClick={() => usePieces.setState({ cutting: !cutting })}
            >
              Cut along a line
            </Button>
            <Button onClick={() => cutThroughMiddle(project, true)}>Cut down the middle</Button>
            <Button onClick={() => cutThroughMiddle(project, false)}>Cut across</Button>
          </>
        )}
        <Button disabled={!together} onClick={() => callGround(project)}>
          {one ? 'It is ground' : 'They are ground'}
        </Button>
      </Box>
      {one && !cutting && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          Lifted off it is a motif, laid where it was drawn; the place it leaves is healed.
        </Typography>
      )}
      {cutting && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          Draw the line over the piece, from edge to edge.
        </Typography>
      )}
    </Box>
  );
}
