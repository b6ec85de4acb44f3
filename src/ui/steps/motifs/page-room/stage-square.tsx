'use client';

import RotateLeftRounded from '@mui/icons-material/RotateLeftRounded';
import RotateRightRounded from '@mui/icons-material/RotateRightRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  type Corners,
  leanOf,
  PICTURE_LIMITS,
  pageSize,
  pxToMm,
  quarterTurn,
  turnCorners,
  wholePicture,
} from '@/core';
import { small, trim } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';

type Props = {
  picture: { width: number; height: number; ppi: number | null };
  corners: Corners | null;
  aspect: number | null;
  ppi: number | null;
  found: string;
  onFind: () => void;
  onChange: (part: { corners?: Corners | null; aspect?: number | null }) => void;
  onPpi: (ppi: number) => void;
};

/** Which part of the picture is the page, which way up, how straight, and how large it is. */
export default function StageSquare({
  picture,
  corners,
  aspect,
  ppi,
  found,
  onFind,
  onChange,
  onPpi,
}: Props) {
  const now = corners ?? wholePicture(picture);
  const size = pageSize(now, corners && aspect);
  const tallest = Math.min(PICTURE_LIMITS.edgePx, (PICTURE_LIMITS.megapixels * 1e6) / size.width);
  const turnedAspect = { aspect: aspect && 1 / aspect };
  return (
    <>
      <Typography variant="body2" color="text.secondary">
        {picture.width} x {picture.height} px.
        {picture.ppi
          ? ' The ppi was read from the file.'
          : ' The file does not say its ppi: type what it was scanned at, or how wide the page is.'}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="Scanned at"
          unit="ppi"
          digits={1}
          value={ppi}
          min={36}
          max={4800}
          onChange={onPpi}
        />
        <NumberField
          label="Page width"
          unit="mm"
          digits={1}
          value={ppi ? pxToMm(size.width, ppi) : null}
          min={5}
          max={3000}
          onChange={(mm) => onPpi(pxToMm(size.width, mm))}
        />
        {corners && ppi && (
          <NumberField
            label="Page height"
            unit="mm"
            digits={1}
            value={pxToMm(size.height, ppi)}
            min={5}
            max={Math.min(3000, pxToMm(tallest, ppi))}
            onChange={(mm) => onChange({ aspect: mm / pxToMm(size.width, ppi) })}
          />
        )}
      </Box>
      <Typography variant="caption" color="text.secondary">
        {ppi ? `The page is ${small(pxToMm(size.width, ppi))} x ${small(pxToMm(size.height, ppi))}. ` : ''}
        A4 is 210 x 297 mm, a letter 216 x 279 mm.
        {corners && ppi ? ' Seen at a slant a page looks shorter than it is: type its height too.' : ''}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button variant="contained" onClick={onFind}>
          Find the page
        </Button>
        <Button
          variant="outlined"
          onClick={() => onChange({ corners: null, aspect: null })}
          disabled={!corners}
        >
          Whole picture
        </Button>
      </Box>
      <Typography variant="body2" role="status">
        {found}
      </Typography>
      <NumberField
        label="Outline turned by"
        unit="degrees"
        digits={2}
        step={0.1}
        value={leanOf(now)}
        min={-45}
        max={45}
        onChange={(v) => onChange({ corners: turnCorners(now, v - leanOf(now)) })}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button
          variant="outlined"
          startIcon={<RotateLeftRounded />}
          onClick={() => onChange({ corners: quarterTurn(quarterTurn(quarterTurn(now))), ...turnedAspect })}
        >
          Quarter left
        </Button>
        <Button
          variant="outlined"
          startIcon={<RotateRightRounded />}
          onClick={() => onChange({ corners: quarterTurn(now), ...turnedAspect })}
        >
          Quarter right
        </Button>
      </Box>
      <Typography variant="caption" color="text.secondary">
        Drag the four corners to crop, or to square a page that was photographed at a slant.{' '}
        {trim(size.width, 0)} x {trim(size.height, 0)} px are kept.
      </Typography>
    </>
  );
}
