'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Input from '@mui/material/Input';
import NativeSelect from '@mui/material/NativeSelect';
import Typography from '@mui/material/Typography';
import { cutOffText, type MotifRole, pxToMm } from '@/core';
import type { CutPiece } from '@/session/intake';
import Thumb from '../../../parts/chrome/thumb';
import { small } from '../../../parts/fields/lengths';

type Props = {
  cuts: CutPiece[];
  ppi: number;
  ground: string;
  laid: (motif: string) => number;
  onChange: (n: number, part: Partial<CutPiece>) => void;
  onAll: (keep: boolean) => void;
};

/** The pieces as they were cut, to name and to choose from; loose bits stand apart. */
export default function Review({ cuts, ppi, ground, laid, onChange, onAll }: Props) {
  const numbered = cuts.map((cut, n) => ({ cut, n }));
  const loose = numbered.filter(
    ({ cut }) => !cut.keep && cut.role === 'filler' && !cut.motif && cut.area > 0,
  );
  const grid = (some: typeof numbered) => (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(164px, 1fr))', gap: 1.25 }}>
      {some.map(({ cut, n }) => (
        <Box
          key={`${cut.box.x},${cut.box.y}`}
          data-testid="piece"
          sx={{
            bgcolor: 'background.paper',
            borderRadius: 1,
            p: 1,
            border: 1,
            borderColor: cut.keep ? 'primary.main' : 'divider',
          }}
        >
          <Thumb bitmap={cut.thumb} ground={ground} height={112} />
          <Box sx={{ display: 'flex', alignItems: 'center', mt: 0.75 }}>
            <Checkbox
              size="small"
              checked={cut.keep}
              onChange={(e) => onChange(n, { keep: e.target.checked })}
              slotProps={{ input: { 'aria-label': `Keep ${cut.name}` } }}
              sx={{ p: 0.5, ml: -0.5 }}
            />
            <Input
              value={cut.name}
              disabled={cut.motif !== null}
              onChange={(e) => onChange(n, { name: e.target.value.slice(0, 80) })}
              inputProps={{ 'aria-label': `Name of piece ${n + 1}` }}
            />
          </Box>
          <Box sx={{ display: 'grid', gap: 0.25, justifyItems: 'start' }}>
            <Typography variant="caption" color="text.secondary" noWrap>
              {small(pxToMm(cut.box.width, ppi))} x {small(pxToMm(cut.box.height, ppi))}
            </Typography>
            {cut.cutOff.length > 0 && (
              <Typography variant="caption" color="warning.main" sx={{ fontWeight: 600 }}>
                {cutOffText(cut.cutOff)}
              </Typography>
            )}
            {cut.settled && (
              <Typography variant="caption" sx={{ fontWeight: 600 }}>
                {cut.settled} has parts by now: left as it is.
              </Typography>
            )}
            {cut.motif ? (
              <Typography variant="caption" sx={{ fontWeight: 600 }} noWrap>
                laid {laid(cut.motif)}x
              </Typography>
            ) : (
              <>
                <NativeSelect
                  value={cut.role}
                  onChange={(e) => onChange(n, { role: e.target.value as MotifRole })}
                  inputProps={{ 'aria-label': `Role of piece ${n + 1}` }}
                  sx={{ fontSize: '0.78rem', minWidth: 96 }}
                >
                  <option value="hero">hero</option>
                  <option value="secondary">secondary</option>
                  <option value="filler">filler</option>
                </NativeSelect>
                <NativeSelect
                  value={cut.top ? 'top' : 'free'}
                  onChange={(e) => onChange(n, { top: e.target.value === 'top' })}
                  inputProps={{ 'aria-label': `Which way up is piece ${n + 1}` }}
                  title="What has a top is never laid upside down where the cloth runs one way"
                  sx={{ fontSize: '0.78rem', minWidth: 96 }}
                >
                  <option value="top">has a top</option>
                  <option value="free">turns freely</option>
                </NativeSelect>
              </>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
  const isLoose = new Set(loose.map((l) => l.n));
  const cutAgain = numbered.filter(({ cut, n }) => cut.motif && !isLoose.has(n));
  const fresh = numbered.filter(({ cut, n }) => !cut.motif && !isLoose.has(n));
  return (
    <Box sx={{ overflowY: 'auto', height: '100%', p: 2, bgcolor: 'background.default' }}>
      <Box sx={{ display: 'flex', gap: 1, mb: 1.5 }}>
        <Button variant="outlined" disabled={cuts.every((c) => c.keep)} onClick={() => onAll(true)}>
          Tick all
        </Button>
        <Button variant="outlined" disabled={!cuts.some((c) => c.keep)} onClick={() => onAll(false)}>
          Untick all
        </Button>
      </Box>
      {cutAgain.length > 0 && (
        <>
          <Typography variant="h3" sx={{ mb: 1 }}>
            Cut again: every placement follows
          </Typography>
          {grid(cutAgain)}
          {fresh.length > 0 && (
            <Typography variant="h3" sx={{ mt: 2.5, mb: 1 }}>
              New on this page
            </Typography>
          )}
        </>
      )}
      {grid(fresh)}
      {loose.length > 0 && (
        <>
          <Typography variant="h3" sx={{ mt: 2.5, mb: 1 }}>
            Small loose pieces: tick those that make good fillers
          </Typography>
          {grid(loose)}
        </>
      )}
    </Box>
  );
}
