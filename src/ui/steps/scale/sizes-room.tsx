'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { capital, cellOf, mmPer, nth, type Project, repeatBlock } from '@/core';
import { useBolt } from '@/session/bolt';
import { lookAt, useSprites, useView } from '@/session/cloth';
import Swatch from '../../cloth/swatch';
import LengthField from '../../parts/fields/length-field';
import { length, size, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';
import { rungsOf, USUAL_ACROSS, useRungs } from './ladder';

/** No more sizes are set side by side, and none is smaller or larger than this. */
const MOST = 8;
const FACTOR = { least: 0.05, most: 8 };
/** Sizes to choose from: widths of the repeat and of the piece of cloth that is shown, in the unit; and times its size. */
const WIDTHS = { in: [3, 6, 9, 12, 18, 24], cm: [8, 15, 23, 30, 45, 60] };
const TIMES = [0.25, 0.5, 0.75, 1, 1.5, 2];
const PIECES = { in: [6, 12, 24], cm: [15, 30, 60] };

/** The whole design at sizes of choice, side by side at one scale: how large its motifs are, what no longer prints. */
export default function SizesRoom() {
  const open = useView((s) => s.ladder);
  const project = useBolt((s) => s.project);
  return open && project ? <Room project={project} /> : null;
}

function Room({ project }: { project: Project }) {
  const sprites = useSprites((s) => s.sprites);
  const rungs = useRungs();
  const { factors, by } = rungs;
  const { unit } = project.brief;
  const per = mmPer(unit);
  const acrossMm = rungs.acrossMm ?? USUAL_ACROSS[unit];
  const windowMm = rungs.windowMm ?? nth(PIECES[unit], 1) * per;
  const { width } = repeatBlock(project.layout, cellOf(project));
  const close = () => useView.setState({ ladder: false });
  const put = (list: number[]) => useRungs.setState({ factors: list });
  const add = (factor: number) => put([...factors, factor].sort((a, b) => a - b));
  const choices =
    by === 'width'
      ? WIDTHS[unit].map((w) => ({ label: `${w} ${unit}`, factor: (w * per) / width }))
      : TIMES.map((t) => ({ label: `x ${t}`, factor: t }));
  const has = (factor: number) => factors.some((f) => Math.abs(f / factor - 1) < 1e-6);
  return (
    <Dialog open fullWidth maxWidth="xl" onClose={close} aria-labelledby="sizes-title">
      <DialogTitle id="sizes-title" variant="h2">
        Sizes side by side, at one scale
      </DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', pt: 1, pb: 2 }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={by}
            onChange={(_, v) => v && useRungs.setState({ by: v })}
            aria-label="How sizes are told"
          >
            <ToggleButton value="width">By repeat width</ToggleButton>
            <ToggleButton value="share">Times its size</ToggleButton>
          </ToggleButtonGroup>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
            {choices.map(({ label, factor }) => (
              <Chip
                key={label}
                label={label}
                clickable
                aria-pressed={has(factor)}
                variant={has(factor) ? 'filled' : 'outlined'}
                disabled={
                  factor < FACTOR.least ||
                  factor > FACTOR.most ||
                  (has(factor) ? factors.length < 2 : factors.length >= MOST)
                }
                onClick={() =>
                  has(factor) ? put(factors.filter((f) => Math.abs(f / factor - 1) >= 1e-6)) : add(factor)
                }
              />
            ))}
          </Box>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={PIECES[unit].find((w) => Math.abs((w * per) / windowMm - 1) < 1e-6) ?? null}
            onChange={(_, v) => v && useRungs.setState({ windowMm: v * per })}
            aria-label="How much cloth is shown"
          >
            {PIECES[unit].map((w) => (
              <ToggleButton key={w} value={w}>
                {w} {unit} of cloth
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Box sx={{ width: 150 }}>
            <LengthField
              label="Counted across"
              mm={acrossMm}
              unit={unit}
              least={10 * per}
              most={20_000}
              onChange={(v) => useRungs.setState({ acrossMm: v })}
            />
          </Box>
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(280px, 1fr))', gap: 2 }}>
          {rungsOf(project, factors, acrossMm).map((rung, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a size is known by where it stands
            <Box key={n} data-testid="rung" sx={{ display: 'grid', gap: 0.5, alignContent: 'start' }}>
              <Swatch
                project={project}
                sprites={sprites}
                sizePx={280}
                heightPx={210}
                spanMm={windowMm / rung.factor}
              />
              <Box
                sx={{ mt: 1, display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}
              >
                <NumberField
                  label={by === 'width' ? `Repeat width ${n + 1}` : `Size ${n + 1}`}
                  unit={by === 'width' ? unit : '%'}
                  digits={by === 'width' ? 2 : 1}
                  step={by === 'width' ? 0.5 : 5}
                  value={by === 'width' ? rung.block.width / per : rung.factor * 100}
                  min={(by === 'width' ? width / per : 100) * FACTOR.least}
                  max={(by === 'width' ? width / per : 100) * FACTOR.most}
                  onChange={(v) =>
                    put(factors.map((f, k) => (k === n ? v / (by === 'width' ? width / per : 100) : f)))
                  }
                />
                <Button
                  size="small"
                  aria-label={`Look at ${trim(rung.factor * 100, 1)} %`}
                  onClick={() => {
                    lookAt(rung.factor);
                    close();
                  }}
                >
                  On the cloth
                </Button>
              </Box>
              <Facts project={project} rung={rung} acrossMm={acrossMm} />
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={close}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}

/** What a size comes to, a line each; what no longer prints stands out. */
function Facts({
  project,
  rung,
  acrossMm,
}: {
  project: Project;
  rung: ReturnType<typeof rungsOf>[number];
  acrossMm: number;
}) {
  const { unit } = project.brief;
  const { cell, leaders, ppi, lineMm, fewPpi, thin, across } = rung;
  const lines = [
    { text: `Cell ${size(cell.width, cell.height, unit)}` },
    ...leaders.map((m) => ({ text: `${capital(m.role)}: ${m.name}, ${length(m.height, unit)} high` })),
    ...(Number.isFinite(ppi)
      ? [{ text: `${trim(ppi, 0)} ppi at least${fewPpi ? ': too few' : ''}`, wrong: fewPpi }]
      : []),
    ...(lineMm !== null && Number.isFinite(lineMm)
      ? [{ text: `Lines from ${trim(lineMm, 2)} mm${thin ? ': too thin' : ''}`, wrong: thin }]
      : []),
    { text: `${trim(across.repeats, 2)} across ${length(acrossMm, unit)}` },
  ];
  return lines.map(({ text, wrong }) => (
    <Typography key={text} variant="body2" sx={{ color: wrong ? 'warning.main' : 'text.secondary' }}>
      {text}
    </Typography>
  ));
}
