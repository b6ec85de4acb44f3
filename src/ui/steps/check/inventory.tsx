'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { type Project, shownColourway, counted as told } from '@/core';
import { useChecks } from '@/session/check';
import { useInks, wantInks } from '@/session/colour';
import Fold from '../../parts/chrome/fold';

const READS = {
  'one-way': [
    'One-way',
    'All motifs stand one way up. Every piece has to be cut with its top to the top: reckon with more cloth. Right for hangings and wallcoverings.',
  ],
  'two-way': ['Two-way', 'Motifs stand up and down. Pieces may be cut either way up, which saves cloth.'],
  'four-way': ['Four-way', 'Motifs point in four ways. Pieces may be cut along and across.'],
  tossed: ['Tossed', 'Motifs lie every way. Cloth has no top: pieces may be cut as they fit best.'],
} as const;

const WAYS = ['up', 'up right', 'right', 'down right', 'down', 'down left', 'left', 'up left'];

const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`;

/** Which way the cloth reads, how the motifs point, and what that means for cutting. */
export function DirectionPart() {
  const report = useChecks((s) => s.report);
  if (!report) return null;
  const { reads, shares, counted } = report.direction;
  // Of pieces of a picture no way up is known: what is laid beside them does not speak for the cloth.
  if (!counted || report.pictures.some((p) => p.pieces.length)) return null;
  const [name, means] = READS[reads];
  const most = Math.max(...shares);
  return (
    <Fold title={`Reads ${name.toLowerCase()}`} summary="What that means for cutting">
      <Box sx={{ display: 'grid', gridTemplateColumns: '88px 1fr', gap: 1.5, alignItems: 'center' }}>
        <svg
          viewBox="-50 -50 100 100"
          role="img"
          aria-label={WAYS.map((w, k) => `${w} ${percent(shares[k] ?? 0)}`).join(', ')}
        >
          <circle r="46" fill="none" stroke="currentColor" strokeOpacity="0.25" />
          {shares.map((share, k) => {
            const t = ((k * 45 - 90) * Math.PI) / 180;
            const r = 6 + 38 * (most ? share / most : 0);
            return (
              <line
                key={WAYS[k]}
                x2={r * Math.cos(t)}
                y2={r * Math.sin(t)}
                stroke="#6A2A5B"
                strokeWidth={share ? 7 : 1.5}
                strokeLinecap="round"
              />
            );
          })}
        </svg>
        <Typography variant="body2" color="text.secondary">
          {means}
        </Typography>
      </Box>
      <Typography variant="caption" color="text.secondary">
        Reckoned from {told(counted, 'motif')}; those that have a top, where there are any.
      </Typography>
    </Fold>
  );
}

/** The name of a motif, or of the picture that a layer shows. */
function nameIn(project: Project, id: string): string {
  const layer = project.layers.find((l) => l.id === id);
  const shown =
    layer && 'picture' in layer ? project.pictures.find((p) => p.id === layer.picture) : undefined;
  return (shown ?? project.motifs.find((m) => m.id === id))?.name ?? 'A motif';
}

/** How much of the cloth each ink covers, and how often each motif is laid. */
export function InventoryPart({ project }: { project: Project }) {
  const evenness = useChecks((s) => s.report?.evenness);
  if (!evenness) return null;
  const motifs = evenness.motifs.filter((m) => project.motifs.some((q) => q.id === m.motif));
  const pieces = evenness.motifs.filter((m) => !motifs.includes(m)).reduce((s, m) => s + m.count, 0);
  const kinds = [
    ...(motifs.length ? [told(motifs.length, 'motif')] : []),
    ...(pieces ? [told(pieces, 'drawn piece')] : []),
  ];
  return (
    <Fold title="What lies on it" summary={[...kinds, told(project.inks.length, 'ink')].join(', ')}>
      <InkShares project={project} />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 1 }}>
        {evenness.motifs.map((m) => (
          <Typography
            key={m.motif}
            component="li"
            variant="body2"
            sx={{ display: 'flex', justifyContent: 'space-between' }}
          >
            <span>{nameIn(project, m.motif)}</span>
            <span>
              {motifs.includes(m) ? `${m.count} laid` : told(m.count, 'piece')}, {percent(m.share)} of the art
            </span>
          </Typography>
        ))}
      </Box>
    </Fold>
  );
}

/** Measured only while it is looked at. */
function InkShares({ project }: { project: Project }) {
  const onCloth = useInks((s) => s.onCloth);
  useEffect(() => wantInks(project), [project]);
  const inks = onCloth?.shares ?? [];
  const way = shownColourway(project);
  return (
    <>
      <Box
        sx={{
          display: 'flex',
          height: 22,
          borderRadius: 1,
          overflow: 'hidden',
          border: 1,
          borderColor: 'divider',
        }}
      >
        {inks.map((share, k) => (
          <Box key={project.inks[k]?.id ?? k} sx={{ width: `${share * 100}%`, bgcolor: way.colours[k] }} />
        ))}
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {onCloth
          ? `${inks.map((share, k) => `${project.inks[k]?.name ?? 'Ink'} ${percent(share)}`).join(', ')}.`
          : 'Measuring how much each ink covers.'}
      </Typography>
    </>
  );
}
