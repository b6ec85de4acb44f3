'use client';

import Box from '@mui/material/Box';
import { type LengthUnit, LIMITS } from '@/core';
import { useSendAsk } from '@/session/send';
import LengthField from '../../parts/fields/length-field';
import MmField from '../../parts/fields/mm-field';

/** No sheet is longer than a roll of cloth, mm. */
const MOST_MM = 20_000;
const MOST_BLEED_MM = 100;

/** How large the sheet is, and where on the cloth it begins. */
export default function SheetFields({ unit }: { unit: LengthUnit }) {
  const { sheetMm, fromMm, bleedMm } = useSendAsk();
  const field = (label: string, mm: number, least: number, set: (mm: number) => void) => (
    <LengthField label={label} mm={mm} unit={unit} least={least} most={MOST_MM} fine onChange={set} />
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
      {field('Sheet width', sheetMm.width, LIMITS.minMm, (width) =>
        useSendAsk.setState({ sheetMm: { ...sheetMm, width } }),
      )}
      {field('Sheet height', sheetMm.height, LIMITS.minMm, (height) =>
        useSendAsk.setState({ sheetMm: { ...sheetMm, height } }),
      )}
      {field('Begins, from left', fromMm.x, 0, (x) => useSendAsk.setState({ fromMm: { ...fromMm, x } }))}
      {field('Begins, from top', fromMm.y, 0, (y) => useSendAsk.setState({ fromMm: { ...fromMm, y } }))}
      <MmField
        label="Bleed, all round"
        value={bleedMm}
        max={MOST_BLEED_MM}
        onChange={(v) => useSendAsk.setState({ bleedMm: v })}
      />
    </Box>
  );
}
