'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { counted, DIRECTIONS, type Directions, type Motif, type MotifRole, type Project } from '@/core';
import { proposeScatter, type ScatterAsk } from '@/session/check';
import { useSprites } from '@/session/cloth';
import Choice from '../../../parts/fields/choice';
import NumberField from '../../../parts/fields/number-field';
import {
  plannedSorts,
  type Sort,
  sortOf,
  useScatterSettings,
  withShare,
  withTotal,
} from '../scatter-settings';

const DIRECTION_SAYS: Record<Directions, string> = {
  'one-way': 'one way up',
  'two-way': 'up and down',
  'four-way': 'in four directions',
  tossed: 'tossed',
};

const ALTERNATE_SAYS = {
  no: 'spread about',
  columns: 'left and right in turn',
  rows: 'above and below in turn',
};

/** Lays chosen motifs by measured gaps, round what is locked. */
export default function Scatter({ project, busy }: { project: Project; busy: boolean }) {
  const { sorts: own, rules, seed, asked } = useScatterSettings();
  const sprites = useSprites((s) => s.sprites);
  const sorts = useMemo(() => plannedSorts(project, rules, sprites, own), [project, rules, sprites, own]);
  const [open, setOpen] = useState(false);
  const { motifs } = project;
  const count = motifs.reduce((s, m) => s + sortOf(sorts, m).count, 0);
  const kinds = motifs.filter((m) => sortOf(sorts, m).count > 0).length;
  const set = (change: Partial<typeof rules>) =>
    useScatterSettings.setState((s) => ({ rules: { ...s.rules, ...change } }));
  const setSorts = (next: typeof own, asks: number | null = null) =>
    useScatterSettings.setState((s) => ({
      sorts: {
        ...s.sorts,
        ...Object.fromEntries(Object.entries(next).map(([id, said]) => [id, { ...s.sorts[id], ...said }])),
      },
      asked: asks,
    }));
  const run = (next: number) => {
    useScatterSettings.setState({ seed: next });
    const ask: ScatterAsk = {
      motifs: project.motifs
        .map((m) => ({ motif: m.id, ...sortOf(sorts, m) }))
        .filter((m) => m.count > 0)
        .map((m) => ({ ...m, least: Math.min(m.least, m.most) / 100, most: m.most / 100 })),
      cover: rules.cover / 100,
      minGapMm: rules.gap,
      leanDeg: rules.lean,
      directions: rules.directions,
      alternate: rules.alternate === 'no' ? null : rules.alternate,
      mirror: rules.mirror,
      afresh: rules.afresh,
    };
    void proposeScatter(ask, next);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="In all"
          firm
          digits={0}
          value={count}
          min={1}
          max={400}
          onChange={(v) => setSorts(withTotal(sorts, motifs, v, rules.odd), v)}
        />
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
        <Choice
          label="Heroes"
          value={rules.alternate}
          options={ALTERNATE_SAYS}
          onChange={(v) => set({ alternate: v })}
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
            : `Odd numbers of ${counted(kinds, 'kind')} make ${count}, not ${asked}.`}
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
          label="take off first what is not locked"
        />
      </Box>
      {ROLES.map((role) => (
        <Role
          key={role}
          role={role}
          motifs={motifs.filter((m) => m.role === role)}
          sorts={sorts}
          total={count}
          onShare={(v) => setSorts(withShare(sorts, motifs, role, v, rules.odd))}
          onSizes={setSorts}
        />
      ))}
      <Button onClick={() => setOpen(!open)} aria-expanded={open} sx={{ justifySelf: 'start' }}>
        {open ? 'Fold the motifs' : `Motif by motif: ${counted(kinds, 'kind')}`}
      </Button>
      {open &&
        project.motifs.map((m) => {
          const sort = sortOf(sorts, m);
          const change = (c: Partial<Sort>) => setSorts({ [m.id]: c });
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
                  onChange={(v) => change({ count: v })}
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

const ROLES: MotifRole[] = ['hero', 'secondary', 'filler'];
const ROLE_SAYS: Record<MotifRole, string> = { hero: 'Heroes', secondary: 'Secondaries', filler: 'Fillers' };

type RoleProps = {
  role: MotifRole;
  motifs: Motif[];
  sorts: Record<string, Sort>;
  total: number;
  onShare: (share: number) => void;
  onSizes: (sorts: Record<string, Partial<Sort>>) => void;
};

/** The share and the sizes of all motifs of a role, alike. */
function Role({ role, motifs, sorts, total, onShare, onSizes }: RoleProps) {
  if (!motifs.length) return null;
  const list = motifs.map((m) => sortOf(sorts, m));
  const count = list.reduce((s, { count: n }) => s + n, 0);
  const alike = (key: 'least' | 'most') => {
    const [first] = list;
    return first && list.every((s) => s[key] === first[key]) ? first[key] : null;
  };
  const set = (key: 'least' | 'most') => (v: number) =>
    onSizes(Object.fromEntries(motifs.map((m) => [m.id, { [key]: v }])));
  const size = { unit: '%', digits: 0, step: 5, min: 2, max: 400, placeholder: 'several' };
  return (
    <Box role="group" aria-label={ROLE_SAYS[role]}>
      <Typography variant="caption" sx={{ fontWeight: 600 }}>
        {ROLE_SAYS[role]}: {count} of {motifs.length} {motifs.length === 1 ? 'kind' : 'kinds'}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, mt: 0.75 }}>
        <NumberField
          label="Share"
          unit="%"
          digits={0}
          step={5}
          value={total ? (100 * count) / total : 0}
          min={0}
          max={100}
          onChange={(v) => onShare(v / 100)}
        />
        <NumberField label="From" value={alike('least')} {...size} onChange={set('least')} />
        <NumberField label="To" value={alike('most')} {...size} onChange={set('most')} />
      </Box>
    </Box>
  );
}
