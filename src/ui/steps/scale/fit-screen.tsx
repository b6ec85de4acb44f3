'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { MM_PER_INCH } from '@/core';
import { useView, zoomTo } from '@/session/cloth';
import { keepTrueSize } from '@/session/settings';
import { Part } from '../../parts/chrome/tray';
import { trim } from '../../parts/fields/lengths';

/** The short side of a bank card, the same everywhere (ISO/IEC 7810). */
const CARD_MM = 53.98;

/** A card held to the screen tells how large its pixels are. */
export default function FitScreen() {
  const pxPerMm = useView((s) => s.pxPerMm);
  return (
    <Part title="Fit this screen">
      <Typography variant="body2" color="text.secondary">
        Hold the short side of a bank card to the bar and move the slider until both are the same length (
        {trim(CARD_MM, 1)} mm).
      </Typography>
      <Box sx={{ overflow: 'hidden', mt: 1 }}>
        <Box
          data-testid="card"
          sx={{
            width: CARD_MM * pxPerMm,
            height: 26,
            border: 1,
            borderColor: 'primary.main',
            borderRadius: 1,
            bgcolor: 'background.paper',
          }}
        />
      </Box>
      <Slider
        aria-label="Width of the card on this screen"
        min={2}
        max={5.7}
        step={0.01}
        value={Math.min(5.7, pxPerMm)}
        onChange={(_, v) => useView.setState({ pxPerMm: v as number })}
        onChangeCommitted={(_, v) => {
          void keepTrueSize(v as number);
          zoomTo(v as number);
        }}
      />
      <Typography variant="caption" color="text.secondary">
        {trim(pxPerMm * MM_PER_INCH, 1)} screen px to the inch
      </Typography>
    </Part>
  );
}
