'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  dismissFinding,
  isMendable,
  isPiece,
  layerOfPiece,
  type Project,
  takeUpAgain,
  wordsOf,
} from '@/core';
import { edit } from '@/session/bolt';
import type { Numbered } from '@/session/check';
import { fillPatchNow, PROPOSAL, proposeMending, showFinding } from '@/session/check';
import { useView } from '@/session/cloth';
import { LIFT, liftPieceOff } from '@/session/intake';
import { useBusy, useSession } from '@/session/kernel';

/** The head of a pin: its letter and its number. */
function Head({ text, note }: { text: string; note: boolean }) {
  return (
    <Box
      aria-hidden
      sx={{
        width: 28,
        height: 28,
        borderRadius: '50%',
        border: note ? 2 : 0,
        borderColor: 'warning.main',
        bgcolor: note ? 'transparent' : 'warning.main',
        color: note ? 'text.primary' : 'warning.contrastText',
        display: 'grid',
        placeItems: 'center',
        fontWeight: 700,
        fontSize: 12,
      }}
    >
      {text}
    </Box>
  );
}

/** One finding: what, why, and what can be done about it. */
export default function FindingCard({ found, project }: { found: Numbered; project: Project }) {
  const bolt = useSession();
  const { f, n, dismissed } = found;
  const { letter, title, why } = wordsOf(f, project);
  const mendable = isMendable(f);
  const focus = useView((s) => s.finding === n);
  const busy = useBusy(PROPOSAL);
  const lifting = useBusy(LIFT);
  // The last of them lies uppermost.
  const piece = f.placements.findLast(isPiece);
  const [leaving, setLeaving] = useState(false);
  const [note, setNote] = useState('');
  const leave = () => {
    const { kind, placements, at } = f;
    edit(bolt, dismissFinding({ id: crypto.randomUUID(), kind, placements, x: at.x, y: at.y, note }));
    setLeaving(false);
  };
  return (
    <Box
      component="section"
      data-testid={dismissed ? 'left-finding' : 'finding'}
      data-kind={f.kind}
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        pt: 1.5,
        display: 'grid',
        gridTemplateColumns: '34px 1fr',
        gap: 1,
      }}
    >
      <Head text={`${letter}${n + 1}`} note={f.severity === 'note'} />
      <Box>
        <Typography variant="h3">{title}</Typography>
        <Typography variant="body2" color="text.secondary">
          {dismissed ? (dismissed.note ? `Left: ${dismissed.note}` : 'Left as it is.') : why}
        </Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 0.75 }}>
          <Button
            variant={focus ? 'contained' : 'outlined'}
            onClick={() => showFinding(project, n)}
            aria-label={`Show finding ${n + 1} on the cloth`}
          >
            Show it
          </Button>
          {!dismissed && f.kind === 'bare-patch' && (
            <Button
              disabled={busy}
              aria-label={`Offer fillers for finding ${n + 1}`}
              onClick={() => {
                useView.setState({ finding: n });
                fillPatchNow(project);
              }}
            >
              Fill it
            </Button>
          )}
          {!dismissed && f.kind !== 'bare-patch' && mendable && (
            <Button
              disabled={busy}
              aria-label={`Mend finding ${n + 1}`}
              onClick={() => void proposeMending(f)}
            >
              Mend it
            </Button>
          )}
          {!dismissed && piece && (
            <Button
              disabled={lifting}
              title="It becomes a motif, laid where it was drawn; the place it leaves is healed"
              aria-label={`Lift what finding ${n + 1} is about off the picture`}
              onClick={() => void liftPieceOff(bolt, project, layerOfPiece(piece), piece)}
            >
              Lift it off
            </Button>
          )}
          {dismissed ? (
            <Button
              aria-label={`Look at finding ${n + 1} again`}
              onClick={() => edit(bolt, takeUpAgain(dismissed.id))}
            >
              Look at it again
            </Button>
          ) : (
            <Button
              aria-label={`Leave finding ${n + 1}`}
              aria-expanded={leaving}
              onClick={() => setLeaving(!leaving)}
            >
              Leave it
            </Button>
          )}
        </Box>
        {leaving && (
          <Box
            component="form"
            sx={{ display: 'flex', gap: 0.75, mt: 1 }}
            onSubmit={(e) => {
              e.preventDefault();
              leave();
            }}
          >
            <TextField
              size="small"
              label="Why, if you like"
              value={note}
              onChange={(e) => setNote(e.target.value)}
              slotProps={{ htmlInput: { maxLength: 200 } }}
              fullWidth
              autoFocus
            />
            <Button type="submit" variant="outlined">
              Leave
            </Button>
          </Box>
        )}
      </Box>
    </Box>
  );
}
