'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import {
  cellOf,
  enlargementLimit,
  isBare,
  isVector,
  mmPer,
  type Project,
  productOf,
  repeatBlock,
  scanPpiFor,
} from '@/core';
import { heldPpi, printScales } from '@/session/cloth';
import { sessionStore } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import lazyPart from '../../parts/chrome/lazy-part';
import LengthField from '../../parts/fields/length-field';
import { length, trim } from '../../parts/fields/lengths';

const PpiChart = lazyPart(() => import('./ppi-chart'));
/** The width of the repeat that is asked about, mm; null: as it is laid. */
const useAsked = sessionStore<{ widthMm: number | null }>(() => ({ widthMm: null }));
/** As many motifs are told of that want a finer scan, and what scanners scan at. */
const TOLD = 4;
const SCANS = [150, 200, 300, 400, 600, 800, 1200, 2400];

/** How large the art can be printed, and how finely it has to be scanned to be printed as large as is wanted. */
export default function PixelsSection({ project }: { project: Project }) {
  const { unit } = project.brief;
  const least = heldPpi(project);
  const { name, material, wants } = productOf(project.checking.product);
  const { width } = repeatBlock(project.layout, cellOf(project));
  const widthMm = useAsked((s) => s.widthMm) ?? width;
  const factor = widthMm / width;
  if (!Number.isFinite(least))
    return (
      <Fold
        title="How large it can be printed"
        summary={!isBare(project) ? 'At any size: its art has no pixels.' : 'Once there is art on the cloth.'}
      >
        <span />
      </Fold>
    );
  const limit = enlargementLimit(least, wants.ppi);
  const fine = [...project.motifs, ...project.pictures]
    .filter((m) => !isVector(m))
    .flatMap((m) => {
      const scales = printScales(project, m);
      if (!scales.length) return [];
      const laid = m.ppi / Math.max(...scales);
      return [{ ...m, needs: scanPpiFor(m.ppi, laid, wants.ppi, factor), has: laid / factor }];
    })
    .filter((m) => m.needs > m.ppi * (1 + 1e-9))
    .sort((a, b) => b.needs / b.ppi - a.needs / a.ppi);
  const says = `Up to ${trim(limit * 100, 0)} % of its size, a repeat ${length(width * limit, unit)} wide`;
  return (
    <Fold title="How large it can be printed" summary={says}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <Typography variant="body2" data-testid="enlarge">
          {says}. The art has {trim(least, 0)} ppi at the least as it is laid; {material.toLowerCase()} wants{' '}
          {wants.ppi}.
        </Typography>
        <LengthField
          label="To print a repeat this wide"
          mm={widthMm}
          unit={unit}
          least={0.1 * mmPer(unit)}
          most={10_000}
          onChange={(v) => useAsked.setState({ widthMm: v })}
        />
        <Typography variant="body2" data-testid="scan-at">
          {fine.length
            ? `Scan again, for ${name}: ${fine
                .slice(0, TOLD)
                .map((m) => `${m.name} at ${SCANS.find((s) => s >= m.needs - 0.5) ?? Math.ceil(m.needs)} ppi`)
                .join(', ')}${fine.length > TOLD ? ` and ${fine.length - TOLD} more` : ''}.`
            : 'All art is fine enough for that.'}
        </Typography>
        <PpiChart widthMm={width} leastPpi={least} unit={unit} />
      </Box>
    </Fold>
  );
}
