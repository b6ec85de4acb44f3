'use client';

import ChevronRightRounded from '@mui/icons-material/ChevronRightRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { capital } from '@/core';
import { openThing, things } from '@/session/things';
import { Part } from '../../../parts/tray';

/** The things that the cloth can be looked at on. */
export default function ThingsSection() {
  return (
    <Part title="On the things it is for">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        At true scale, with the repeat where you want it, in any colourway.
      </Typography>
      <Box sx={{ display: 'grid' }}>
        {things().map(({ id, goods }) => (
          <Button
            key={id}
            onClick={() => openThing(id)}
            endIcon={<ChevronRightRounded />}
            sx={{
              justifyContent: 'space-between',
              textAlign: 'left',
              borderRadius: 0,
              borderBottom: 1,
              borderColor: 'divider',
              py: 1,
            }}
          >
            {capital(goods.name)}
          </Button>
        ))}
      </Box>
    </Part>
  );
}
