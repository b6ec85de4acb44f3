'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type Project, productOf, repeatBlock, repeatsAcross } from '@/core';
import { useSprites } from '@/session/sprites';
import Swatch from '../../cloth/swatch';
import { length, size, trim } from '../../parts/lengths';
import { Part } from '../../parts/tray';
import { ladderOf, leastPpi, RUNGS } from './ladder';

/** A common width of cloth: 140 cm. */
const CLOTH_MM = 1400;

/** The cloth at three sizes, each through a window of one size. */
export default function ThreeSizes({ project }: { project: Project }) {
  const sprites = useSprites((s) => s.sprites);
  const { unit } = project.brief;
  const { wants } = productOf(project.checking.product);
  const ladder = ladderOf(project);
  const least = leastPpi(project);
  return (
    <Part title="Three sizes, side by side">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        Each window is {size(200, 200, unit)} of cloth.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
        {ladder.map((rung, n) => {
          const across = repeatsAcross(CLOTH_MM, repeatBlock(project.layout, rung.cell).width);
          return (
            <Box key={rung.factor} data-testid="rung">
              <Swatch project={project} sprites={sprites} sizePx={98} spanMm={200 / rung.factor} />
              <Typography variant="subtitle2" sx={{ mt: 0.5 }}>
                {RUNGS[n]?.name}, {trim(rung.factor * 100, 0)} %
              </Typography>
              <Typography variant="caption" component="div" color="text.secondary">
                Cell {size(rung.cell.width, rung.cell.height, unit)}
              </Typography>
              <Typography variant="caption" component="div" color="text.secondary">
                {across.whole} {across.whole === 1 ? 'block' : 'blocks'} across {length(CLOTH_MM, unit, 0)}
              </Typography>
              {Number.isFinite(least) && (
                <Typography
                  variant="caption"
                  component="div"
                  sx={{ color: least / rung.factor < wants.ppi ? 'warning.main' : 'text.secondary' }}
                >
                  {trim(least / rung.factor, 0)} ppi at least
                </Typography>
              )}
            </Box>
          );
        })}
      </Box>
    </Part>
  );
}
