'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useColorScheme } from '@mui/material/styles';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useTrouble } from '@/session/kernel';
import { COMMANDS, keysText } from '../../commands/commands';
import { FIGURES } from '../../theme/theme';
import Fold from './fold';

export default function Help({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { mode, setMode } = useColorScheme();
  const wrong = useTrouble((s) => s.last);
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle variant="h2">Keys and help</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 1.5 }}>
          Drag any copy of a motif: all its copies follow. Drag bare cloth to move the view, turn the wheel to
          go nearer. Everything is kept by itself on this machine; nothing is sent anywhere.
        </Typography>
        <Box
          component="dl"
          sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.5, m: 0 }}
        >
          {COMMANDS.map((command) => (
            <Box key={command.id} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ fontFamily: FIGURES, fontSize: 13 }}>
                {keysText(command)}
              </Box>
              <Typography component="dd" variant="body2" sx={{ m: 0 }}>
                {command.label}
              </Typography>
            </Box>
          ))}
        </Box>
        <Typography variant="h3" sx={{ mt: 2.5, mb: 1 }}>
          Light in the room
        </Typography>
        <ToggleButtonGroup
          exclusive
          value={mode ?? 'system'}
          onChange={(_, m) => m && setMode(m)}
          aria-label="Light in the room"
        >
          <ToggleButton value="light">Day</ToggleButton>
          <ToggleButton value="dark">Night</ToggleButton>
          <ToggleButton value="system">As the machine</ToggleButton>
        </ToggleButtonGroup>
        {wrong.length > 0 && (
          <Box sx={{ mt: 2.5 }}>
            <Fold title="What went wrong" summary="As the browser said it, for whoever mends it">
              {wrong.map(({ at, told, raw }) => (
                <Box key={`${at} ${raw}`} sx={{ mb: 1.5, overflowWrap: 'anywhere' }}>
                  <Typography variant="body2">
                    {new Date(at).toLocaleTimeString()}: {told}
                  </Typography>
                  <Typography
                    variant="body2"
                    color="text.secondary"
                    sx={{ fontFamily: FIGURES, fontSize: 12 }}
                  >
                    {raw}
                  </Typography>
                </Box>
              ))}
            </Fold>
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
