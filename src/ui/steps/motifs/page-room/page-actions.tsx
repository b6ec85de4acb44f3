'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';

type Props = {
  /** What is done next, and whether it can be. */
  go: string;
  onGo?: () => void;
  onLeave: () => void;
  /** While the pieces are looked over: back to the page. */
  onBack?: () => void;
  busy: boolean;
};

/** What is done with a page: the next step first. */
export default function PageActions({ go, onGo, onLeave, onBack, busy }: Props) {
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button variant="contained" onClick={onGo} disabled={!onGo || busy}>
        {go}
      </Button>
      <Box sx={{ display: 'flex', gap: 1, justifyContent: 'space-between' }}>
        <Button onClick={onLeave} disabled={busy}>
          Leave it
        </Button>
        {onBack && (
          <Button onClick={onBack} disabled={busy}>
            Back to the page
          </Button>
        )}
      </Box>
    </Box>
  );
}
