'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { type FirstLook, type Leaving, type LengthUnit, leavingText, pxToMm, type Size } from '@/core';
import type { DrawingTaken } from '@/session/intake';
import { size as lengthsOf } from '../../../parts/fields/lengths';

/** How a page is taken in as one drawing: what leaves the sheet is told. */
export default function DrawingFields({
  look,
  leaving: told,
  taken,
  ppi,
  sheet,
  unit,
  straight,
  onChange,
}: {
  look: FirstLook | null;
  leaving: Leaving[] | null;
  taken: DrawingTaken;
  /** null: not known yet. */
  ppi: number | null;
  /** The size of the sheet, px. */
  sheet: Size;
  unit: LengthUnit;
  /** It can be laid straight, and the bolt is not. */
  straight: boolean;
  onChange: (part: Partial<DrawingTaken>) => void;
}) {
  const sheetText = ppi
    ? lengthsOf(pxToMm(sheet.width, ppi), pxToMm(sheet.height, ppi), unit)
    : 'once its ppi is known';
  const leaving = told ? leavingText(told) : [];
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      {told && (
        <Box
          data-testid="leaving"
          sx={{
            borderLeft: 3,
            borderColor: leaving.some((l) => !l.meant) ? 'warning.main' : 'secondary.main',
            pl: 1.5,
          }}
        >
          {(leaving.length ? leaving : [{ text: 'Nothing leaves the sheet.' }]).map(({ text }) => (
            <Typography key={text} variant="body2">
              {text}
            </Typography>
          ))}
        </Box>
      )}
      <FormControlLabel
        control={<Checkbox size="small" checked={taken.keep} onChange={(_, keep) => onChange({ keep })} />}
        label={look?.settings.ground === 'colour' ? 'keep its ground with it' : 'keep the paper with it'}
      />
      <FormControlLabel
        control={
          <Checkbox size="small" checked={taken.asCell} onChange={(_, asCell) => onChange({ asCell })} />
        }
        label={`make the cell as large as the sheet, ${sheetText}`}
      />
      {straight && (
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={taken.straight}
              onChange={(_, now) => onChange({ straight: now })}
            />
          }
          label="lay it straight, as it is drawn: what leaves it comes back right across"
        />
      )}
    </Box>
  );
}
