'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { type FoundPage, leanOf } from '@/core';
import { useBolt } from '@/session/bolt';
import { momentText } from '../../../parts/chrome/dates';
import { trim } from '../../../parts/fields/lengths';

/** A lean that the eye does not see is left alone: turning a page costs some sharpness. */
const worthAnOffer = ({ by, corners }: FoundPage) => by === 'outline' || Math.abs(leanOf(corners)) >= 0.3;

function Notice({ tone, children }: { tone: 'secondary' | 'warning'; children: ReactNode }) {
  return (
    <Box
      role={tone === 'warning' ? 'alert' : 'status'}
      sx={{
        borderLeft: 3,
        borderColor: `${tone}.main`,
        pl: 1.5,
        display: 'grid',
        gap: 0.75,
        justifyItems: 'start',
      }}
    >
      {children}
    </Box>
  );
}

type Props = {
  /** The SHA-256 of the file. */
  sha256: string;
  /** Where the page was found to lie, while that is not used. */
  found: FoundPage | null;
  /** Share under a hard shadow. */
  shadow: number;
  ppiMissing: boolean;
  /** Where the file says one ppi across and another down. */
  uneven: { across: number; down: number } | null;
  onSquare: (found: FoundPage) => void;
  onToSquare: () => void;
};

/** What the page itself gives cause to say, whatever the step. */
export default function Notices({ sha256, found, shadow, ppiMissing, uneven, onSquare, onToSquare }: Props) {
  const sent = useBolt((s) => s.log.find((l) => l.kind === 'export' && l.sha256 === sha256));
  return (
    <>
      {sent && (
        <Notice tone="secondary">
          <Typography variant="body2">
            This is a file that was sent from this bolt on {momentText(sent.at)}, unchanged.
          </Typography>
        </Notice>
      )}
      {found && worthAnOffer(found) && (
        <Notice tone="secondary">
          <Typography variant="body2">
            {found.by === 'outline'
              ? 'The outline of the page is to be seen.'
              : `The lines on this page lean by ${trim(Math.abs(leanOf(found.corners)), 1)} degrees.`}
          </Typography>
          <Button variant="outlined" onClick={() => onSquare(found)}>
            {found.by === 'outline' ? 'Crop to it' : 'Straighten it'}
          </Button>
        </Notice>
      )}
      {shadow > 0.01 && (
        <Notice tone="warning">
          <Typography variant="body2">
            A hard shadow lies over {trim(shadow * 100, 0)} % of this page. It cannot be told from grey paint:
            take the photo again in even light, or crop it away.
          </Typography>
        </Notice>
      )}
      {uneven && (
        <Notice tone="warning">
          <Typography variant="body2">
            The file says {trim(uneven.across, 1)} ppi across and {trim(uneven.down, 1)} ppi down. It is
            measured at {trim(uneven.across, 1)}: type the page's true width and height under Square.
          </Typography>
          <Button onClick={onToSquare}>To Square</Button>
        </Notice>
      )}
      {ppiMissing && (
        <Notice tone="warning">
          <Typography variant="body2">
            The file does not say its ppi. Type what it was scanned at under Square.
          </Typography>
          <Button onClick={onToSquare}>To Square</Button>
        </Notice>
      )}
    </>
  );
}
