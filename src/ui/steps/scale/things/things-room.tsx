'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { capital } from '@/core';
import { useBolt } from '@/session/bolt';
import { thingOf, useThings } from '@/session/mockups';
import ThingFields from './thing-fields';
import ThingNeeds from './thing-needs';
import ThingPicture from './thing-picture';

/** The design on the things it is for, at true scale, one at a time and large. */
export default function ThingsRoom() {
  const open = useThings((s) => s.open);
  const product = useThings((s) => s.product);
  const trouble = useThings((s) => s.trouble);
  const project = useBolt((s) => s.project);
  if (!open || !project) return null;
  const close = () => useThings.setState({ open: false });
  return (
    <Dialog open fullScreen onClose={close} aria-labelledby="thing-title">
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'space-between',
          gap: 2,
          px: 2,
          py: 1,
          borderBottom: 1,
          borderColor: 'divider',
        }}
      >
        <Typography id="thing-title" variant="h2" noWrap>
          {capital(thingOf(product).goods.name)}
        </Typography>
        <Button variant="outlined" onClick={close} sx={{ flexShrink: 0 }}>
          Back to the cloth
        </Button>
      </Box>
      <Box
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 340px' },
          gridTemplateRows: { xs: 'minmax(240px, 1fr) auto', md: 'minmax(0, 1fr)' },
        }}
      >
        <ThingPicture project={project} />
        <Box
          sx={{
            display: 'flex',
            flexDirection: 'column',
            gap: 2,
            p: 2,
            overflowY: 'auto',
            borderLeft: { md: 1 },
            borderTop: { xs: 1, md: 0 },
            borderColor: { xs: 'divider', md: 'divider' },
            maxHeight: { xs: '46vh', md: 'none' },
          }}
        >
          {trouble && (
            <Typography role="alert" variant="body2" color="error">
              It could not be drawn: {trouble}
            </Typography>
          )}
          <ThingFields project={project} />
          <ThingNeeds project={project} />
        </Box>
      </Box>
    </Dialog>
  );
}
