'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef } from 'react';

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
  // What the button said when it was pressed: it may come to say something else under the hand.
  const pressed = useRef<string | null>(null);
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="contained"
        onPointerDown={() => {
          pressed.current = go;
        }}
        onClick={() => {
          const said = pressed.current;
          pressed.current = null;
          if (said === null || said === go) onGo?.();
        }}
        disabled={!onGo || busy}
      >
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
