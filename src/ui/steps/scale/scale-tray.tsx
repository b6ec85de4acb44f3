'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { effectivePpi, repeatBlock, repeatsAcross, sizeLadder } from '@/core';
import { useBolt } from '@/session/bolt';
import { useSprites } from '@/session/sprites';
import { keepTrueSize } from '@/session/true-size';
import { useView, zoomTo } from '@/session/view';
import Swatch from '../../cloth/swatch';
import { length, size, small, trim } from '../../parts/lengths';
import Tray, { Part } from '../../parts/tray';

const FACTORS = [0.6, 1, 1.5];
const NAMES = ['Small', 'As laid', 'Large'];
/** The short side of a bank card, the same everywhere (ISO/IEC 7810). */
const CARD_MM = 53.98;
/** A common width of cloth: 140 cm. */
const CLOTH_MM = 1400;

export default function ScaleTray() {
  const project = useBolt((s) => s.project);
  const pxPerMm = useView((s) => s.pxPerMm);
  const zoom = useView((s) => s.zoom);
  const sprites = useSprites((s) => s.sprites);
  if (!project) return null;
  const { brief } = project;
  const { unit } = brief;
  const used = project.motifs.filter((m) => project.placements.some((p) => p.motif === m.id));
  const printed = used.map((m) => {
    const scale = Math.max(...project.placements.filter((p) => p.motif === m.id).map((p) => p.scale));
    return { id: m.id, width: (m.width / m.ppi) * 25.4 * scale, height: (m.height / m.ppi) * 25.4 * scale };
  });
  const ladder = sizeLadder({ width: brief.widthMm, height: brief.heightMm }, printed, FACTORS);
  const least = Math.min(
    ...project.placements.map((p) =>
      effectivePpi(project.motifs.find((m) => m.id === p.motif)?.ppi ?? 300, p.scale),
    ),
  );
  const largest = [...printed].sort((a, b) => b.height - a.height).slice(0, 4);
  const isTrue = Math.abs(zoom / pxPerMm - 1) < 0.01;
  return (
    <Tray title="Scale" says="The cloth as it will print, and three sizes of it.">
      <Button variant={isTrue ? 'outlined' : 'contained'} onClick={() => zoomTo(pxPerMm)}>
        {isTrue ? 'The cloth is at true size' : 'Show the cloth at true size'}
      </Button>
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
          {trim(pxPerMm * 25.4, 1)} screen px to the inch
        </Typography>
      </Part>
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
                  {NAMES[n]}, {trim(rung.factor * 100, 0)} %
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
                    sx={{ color: least / rung.factor < 150 ? 'warning.main' : 'text.secondary' }}
                  >
                    {trim(least / rung.factor, 0)} ppi at least
                  </Typography>
                )}
              </Box>
            );
          })}
        </Box>
      </Part>
      {largest.length > 0 && (
        <Part title="Motif sizes, largest first">
          <Box
            component="table"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              fontSize: 13,
              '& td, & th': { textAlign: 'right', py: 0.4, fontVariantNumeric: 'tabular-nums' },
              '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
            }}
          >
            <thead>
              <tr>
                <th>High</th>
                {NAMES.map((n) => (
                  <th key={n}>{n}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {largest.map((m) => (
                <tr key={m.id}>
                  <td>{project.motifs.find((q) => q.id === m.id)?.name}</td>
                  {ladder.map((r) => (
                    <td key={r.factor}>{small(r.motifs.find((q) => q.id === m.id)?.height ?? 0)}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Part>
      )}
    </Tray>
  );
}
