'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import { useSprites, useView } from '@/session/cloth';
import Swatch from '../../cloth/swatch';
import { Part } from '../../parts/chrome/tray';
import { length, trim } from '../../parts/fields/lengths';
import { rungsOf, USUAL_ACROSS, useRungs } from './ladder';

/** As many sizes as the tray has room for. */
const SHOWN = 3;

/** The cloth at some sizes, each through a window of one size. */
export default function SizesSection({ project }: { project: Project }) {
  const sprites = useSprites((s) => s.sprites);
  const { unit } = project.brief;
  const { factors, acrossMm } = useRungs();
  const window = unit === 'in' ? 8 * 25.4 : 200;
  return (
    <Part title="Sizes side by side">
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
        {rungsOf(project, factors.slice(0, SHOWN), acrossMm ?? USUAL_ACROSS[unit]).map(
          ({ factor, block }, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a size is known by where it stands
            <Box key={n}>
              <Swatch project={project} sprites={sprites} sizePx={98} spanMm={window / factor} />
              <Typography variant="caption" component="div" color="text.secondary">
                {trim(factor * 100, 1)} %: {length(block.width, unit)}
              </Typography>
            </Box>
          ),
        )}
      </Box>
      <Button variant="outlined" onClick={() => useView.setState({ ladder: true })} sx={{ mt: 1 }}>
        Compare them, large
      </Button>
    </Part>
  );
}
