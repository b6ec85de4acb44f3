'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';

/** Long work: what is being done, how far it is, and a way to stop it. */
export default function Progress({
  what,
  share,
  onStop,
}: {
  what: string;
  /** null: how far it is cannot be told. */
  share: number | null;
  onStop: () => void;
}) {
  const percent = share === null ? null : Math.round(share * 100);
  return (
    <Box
      role="status"
      sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}
    >
      <Box>
        <Typography variant="body2">
          {what} {percent === null ? '' : `${percent}\u00a0%`}
        </Typography>
        <LinearProgress
          variant={percent === null ? 'indeterminate' : 'determinate'}
          value={percent ?? undefined}
          aria-label={what}
          sx={{ mt: 0.5 }}
        />
      </Box>
      <Button variant="outlined" onClick={onStop}>
        Stop
      </Button>
    </Box>
  );
}
