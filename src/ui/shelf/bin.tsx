'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { counted } from '@/core';
import type { OnShelf } from '@/session/shelf';
import { dayText } from '../parts/chrome/dates';
import Fold from '../parts/chrome/fold';
import { useObjectUrl } from '../parts/chrome/use-object-url';

function Picture({ bolt }: { bolt: OnShelf }) {
  const url = useObjectUrl(bolt.thumbnail);
  return (
    <Box
      aria-hidden
      sx={{ width: 120, height: 56, borderRadius: 1, backgroundSize: 'cover', backgroundPosition: 'center' }}
      style={{ backgroundColor: bolt.ground, backgroundImage: url ? `url(${url})` : 'none' }}
    />
  );
}

type Props = { bolts: OnShelf[]; onBack: (bolt: OnShelf) => void; onThrow: (bolt: OnShelf) => void };

/** What was taken off the shelf: with its cloth and the day, until it is put back, thrown away, or 30 days are over. */
export default function Bin({ bolts, onBack, onThrow }: Props) {
  const [sure, setSure] = useState<string | null>(null);
  if (!bolts.length) return null;
  return (
    <Box sx={{ mt: 5 }} data-testid="bin">
      <Fold title={`Bin: ${counted(bolts.length, 'bolt')}`} summary="Kept for 30 days, then thrown away">
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}>
          {bolts.map((bolt) => (
            <Box
              key={bolt.id}
              component="li"
              data-testid="binned"
              sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}
            >
              <Picture bolt={bolt} />
              <Box sx={{ flex: 1, minWidth: 180 }}>
                <Typography variant="h3">{bolt.name}</Typography>
                <Typography variant="body2" color="text.secondary">
                  Taken off on {dayText(bolt.binned ?? 0)}
                </Typography>
              </Box>
              <Button variant="outlined" onClick={() => onBack(bolt)} aria-label={`Put ${bolt.name} back`}>
                Put it back
              </Button>
              <Button
                color="error"
                onClick={() => (sure === bolt.id ? onThrow(bolt) : setSure(bolt.id))}
                aria-label={sure === bolt.id ? `Throw ${bolt.name} away for good` : `Throw ${bolt.name} away`}
              >
                {sure === bolt.id ? 'Yes, for good' : 'Throw away'}
              </Button>
            </Box>
          ))}
        </Box>
      </Fold>
    </Box>
  );
}
