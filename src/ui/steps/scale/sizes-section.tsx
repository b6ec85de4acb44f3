'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { mmPer, nth, type Project, productOf, repeatBlock } from '@/core';
import { useSprites } from '@/session/sprites';
import { thinnestOnCloth } from '@/session/thinnest';
import { lookAt } from '@/session/view';
import Swatch from '../../cloth/swatch';
import LengthField from '../../parts/length-field';
import { size, trim } from '../../parts/lengths';
import NumberField from '../../parts/number-field';
import { Part } from '../../parts/tray';
import { ladderOf, leastPpi, USUAL_ACROSS, useRungs } from './ladder';

/** No more sizes are set side by side. */
const MOST = 6;

/** The cloth at some sizes, each through a window of one size: how large the cell is, how often it goes across, what no longer prints. */
export default function SizesSection({ project }: { project: Project }) {
  const sprites = useSprites((s) => s.sprites);
  const { unit } = project.brief;
  const rungs = useRungs();
  const { shares } = rungs;
  const acrossMm = rungs.acrossMm ?? USUAL_ACROSS[unit];
  const { wants } = productOf(project.checking.product);
  const factors = shares.map((s) => s / 100);
  const ladder = ladderOf(project, factors);
  const least = leastPpi(project);
  const line = thinnestOnCloth(project);
  const window = unit === 'in' ? 8 * 25.4 : 200;
  const set = (n: number, share: number) =>
    useRungs.setState({ shares: shares.map((s, k) => (k === n ? share : s)) });
  return (
    <Part title="Sizes side by side">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        Each window is {size(window, window, unit)} of cloth.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
        {ladder.map((rung, n) => {
          const block = repeatBlock(project.layout, rung.cell);
          const fewPpi = least / rung.factor < wants.ppi;
          const thin = line !== null && line * rung.factor < wants.lineMm;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a size is known by where it stands
            <Box key={n} data-testid="rung" sx={{ display: 'grid', gap: 0.25, alignContent: 'start' }}>
              <Swatch project={project} sprites={sprites} sizePx={98} spanMm={window / rung.factor} />
              <Box sx={{ mt: 1 }}>
                <NumberField
                  label={`Size ${n + 1}`}
                  unit="%"
                  digits={1}
                  step={5}
                  min={5}
                  max={800}
                  value={nth(shares, n)}
                  onChange={(v) => set(n, v)}
                />
              </Box>
              <Typography variant="caption" component="div" color="text.secondary">
                Cell {size(rung.cell.width, rung.cell.height, unit)}
              </Typography>
              <Typography variant="caption" component="div" color="text.secondary">
                {trim(acrossMm / block.width, 2)} repeats across
              </Typography>
              {Number.isFinite(least) && (
                <Typography
                  variant="caption"
                  component="div"
                  sx={{ color: fewPpi ? 'warning.main' : 'text.secondary' }}
                >
                  {trim(least / rung.factor, 0)} ppi at least
                </Typography>
              )}
              {line !== null && Number.isFinite(line) && (
                <Typography
                  variant="caption"
                  component="div"
                  sx={{ color: thin ? 'warning.main' : 'text.secondary' }}
                >
                  Lines from {trim(line * rung.factor, 2)} mm
                </Typography>
              )}
              {rung.factor !== 1 && (
                <Button
                  size="small"
                  aria-label={`Take ${trim(nth(shares, n), 1)} %`}
                  onClick={() => lookAt(rung.factor)}
                >
                  Take it
                </Button>
              )}
            </Box>
          );
        })}
      </Box>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: '1fr auto auto', gap: 1, mt: 1.5, alignItems: 'center' }}
      >
        <LengthField
          label="Counted across"
          mm={acrossMm}
          unit={unit}
          least={10 * mmPer(unit)}
          most={20_000}
          onChange={(v) => useRungs.setState({ acrossMm: v })}
        />
        <Button
          size="small"
          variant="outlined"
          disabled={shares.length >= MOST}
          onClick={() => useRungs.setState({ shares: [...shares, 200] })}
        >
          Add
        </Button>
        <Button
          size="small"
          disabled={shares.length <= 1}
          onClick={() => useRungs.setState({ shares: shares.slice(0, -1) })}
        >
          Less
        </Button>
      </Box>
    </Part>
  );
}
