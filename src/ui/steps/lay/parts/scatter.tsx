'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { DIRECTIONS, type Directions, type MotifRole, type Project, shareOut } from '@/core';
import { proposeScatter, type ScatterAsk } from '@/state/proposal';
import Choice from '../../../parts/choice';
import NumberField from '../../../parts/number-field';

/** How many of a motif of each role, and its sizes in percent, to begin with. */
const BY_ROLE: Record<MotifRole, { count: number; least: number; most: number }> = {
  hero: { count: 2, least: 70, most: 130 },
  secondary: { count: 3, least: 55, most: 120 },
  filler: { count: 5, least: 45, most: 110 },
};

const DIRECTION_SAYS: Record<Directions, string> = {
  'one-way': 'one way up',
  'two-way': 'up and down',
  'four-way': 'in four directions',
  tossed: 'tossed',
};

type Sort = { count: number; least: number; most: number };

/** Lays chosen motifs by measured gaps, round what is locked. */
export default function Scatter({ project, busy }: { project: Project; busy: boolean }) {
  const [sorts, setSorts] = useState<Record<string, Sort>>({});
  const [rules, setRules] = useState({
    cover: 30,
    gap: 4,
    lean: 20,
    directions: 'tossed' as Directions,
    mirror: true,
    odd: true,
    afresh: true,
  });
  const [seed, setSeed] = useState(1);
  const [open, setOpen] = useState(false);
  const sortOf = (id: string, role: MotifRole) => sorts[id] ?? BY_ROLE[role];
  const count = project.motifs.reduce((s, m) => s + sortOf(m.id, m.role).count, 0);
  const kinds = project.motifs.filter((m) => sortOf(m.id, m.role).count > 0).length;
  const set = (change: Partial<typeof rules>) => setRules((r) => ({ ...r, ...change }));
  const [asked, setAsked] = useState<number | null>(null);
  /** Another number in all: each keeps its share, and at least one stays of what there was. */
  const setInAll = (v: number) => {
    const list = project.motifs.map((m) => sortOf(m.id, m.role));
    const parts = shareOut(
      v,
      list.map((s) => (count ? s.count : 1)),
      rules.odd,
    );
    setAsked(v);
    setSorts(Object.fromEntries(project.motifs.map((m, k) => [m.id, { ...list[k], count: parts[k] }])));
  };
  const run = (next: number) => {
    setSeed(next);
    const ask: ScatterAsk = {
      motifs: project.motifs
        .map((m) => ({ motif: m.id, ...sortOf(m.id, m.role) }))
        .filter((m) => m.count > 0)
        .map((m) => ({ ...m, least: Math.min(m.least, m.most) / 100, most: m.most / 100 })),
      cover: rules.cover / 100,
      minGapMm: rules.gap,
      leanDeg: rules.lean,
      directions: rules.directions,
      mirror: rules.mirror,
      afresh: rules.afresh,
    };
    void proposeScatter(ask, next);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField label="In all" digits={0} value={count} min={1} max={400} onChange={setInAll} />
        <NumberField
          label="Cover"
          unit="%"
          digits={0}
          step={5}
          value={rules.cover}
          min={2}
          max={80}
          onChange={(v) => set({ cover: v })}
        />
        <NumberField
          label="Smallest gap"
          unit="mm"
          value={rules.gap}
          min={0}
          max={200}
          onChange={(v) => set({ gap: v })}
        />
        <Choice
          label="Direction"
          value={rules.directions}
          options={DIRECTION_SAYS}
          onChange={(v) => DIRECTIONS.includes(v) && set({ directions: v })}
        />
        <NumberField
          label="Lean either way"
          unit="°"
          digits={0}
          step={5}
          value={rules.lean}
          min={0}
          max={180}
          onChange={(v) => set({ lean: v })}
        />
      </Box>
      {asked !== null && asked !== count && (
        <Typography variant="body2" color="text.secondary" role="status">
          {asked < kinds
            ? `${kinds} kinds are chosen, and one of each is laid: ${count}, not ${asked}.`
            : `Odd numbers of ${kinds} kinds make ${count}, not ${asked}.`}
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1 }}>
        <FormControlLabel
          control={<Checkbox size="small" checked={rules.mirror} onChange={(_, v) => set({ mirror: v })} />}
          label="mirror some"
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={rules.odd} onChange={(_, v) => set({ odd: v })} />}
          label="odd counts"
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={rules.afresh} onChange={(_, v) => set({ afresh: v })} />}
          label="take off what is not locked first"
        />
      </Box>
      <Button onClick={() => setOpen(!open)} aria-expanded={open} sx={{ justifySelf: 'start' }}>
        {open ? 'Fold the motifs' : `Which motifs, and how many: ${kinds} kinds`}
      </Button>
      {open &&
        project.motifs.map((m) => {
          const sort = sortOf(m.id, m.role);
          const change = (c: Partial<Sort>) => setSorts((s) => ({ ...s, [m.id]: { ...sort, ...c } }));
          return (
            <Box key={m.id}>
              <Typography variant="caption" sx={{ fontWeight: 600 }}>
                {m.name}
              </Typography>
              <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, mt: 0.75 }}>
                <NumberField
                  label="How many"
                  digits={0}
                  step={rules.odd ? 2 : 1}
                  value={sort.count}
                  min={0}
                  max={60}
                  onChange={(v) => {
                    setAsked(null);
                    change({ count: v });
                  }}
                />
                <NumberField
                  label="From"
                  unit="%"
                  digits={0}
                  step={5}
                  value={sort.least}
                  min={2}
                  max={400}
                  onChange={(v) => change({ least: v })}
                />
                <NumberField
                  label="To"
                  unit="%"
                  digits={0}
                  step={5}
                  value={sort.most}
                  min={2}
                  max={400}
                  onChange={(v) => change({ most: v })}
                />
              </Box>
            </Box>
          );
        })}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <Button variant="contained" disabled={busy || !count} onClick={() => run(seed)}>
          Scatter
        </Button>
        <Button variant="outlined" disabled={busy || !count} onClick={() => run(seed + 1)}>
          Another throw
        </Button>
        <Typography variant="body2" color="text.secondary">
          Throw {seed}
        </Typography>
      </Box>
    </Box>
  );
}
