'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useDeferredValue, useEffect, useState } from 'react';
import { Bar, BarChart, Cell, XAxis } from 'recharts';
import { type CheckReport, compareFindings, enoughText, type Project } from '@/core';
import { useSnapshots } from '@/session/bolt';
import {
  checkBolt,
  lastChange,
  openSentScores,
  PROPOSAL,
  proposeSettle,
  useSentScores,
} from '@/session/check';
import { useBusy, useSession } from '@/session/kernel';
import { Part } from '../../parts/chrome/tray';
import Choice from '../../parts/fields/choice';
import { small, trim } from '../../parts/fields/lengths';

const PARTS = [
  ['gaps', 'Gaps', 'how alike the gaps are'],
  ['cover', 'Cover', 'how evenly the art is spread, across and down'],
  ['weight', 'Weight', 'how even it is at a glance'],
  ['colours', 'Colours', 'how well each leading colour is spread about'],
  ['sizes', 'Sizes', 'how well the large motifs are spread about'],
] as const;

/** How many empty circles there are of each width, in eight steps. */
function gapBins(report: CheckReport) {
  const most = Math.max(...report.gapsMm, 1);
  const step = Math.max(1, Math.ceil(most / 8));
  return Array.from({ length: Math.ceil(most / step) }, (_, k) => ({
    name: `${k * step}`,
    from: k * step,
    n: report.gapsMm.filter((g) => g >= k * step && g < (k + 1) * step + (k * step + step >= most ? 1 : 0))
      .length,
  })).filter((b, k, all) => b.n > 0 || all.slice(0, k).some((q) => q.n > 0));
}

/** A small bar from 0 to 100, its figure beside it. */
function Mark({ name, why, value }: { name: string; why: string; value: number }) {
  return (
    <Box
      title={why}
      sx={{ display: 'grid', gridTemplateColumns: '64px 1fr 30px', gap: 1, alignItems: 'center' }}
    >
      <Typography variant="body2">{name}</Typography>
      <Box aria-hidden sx={{ height: 6, borderRadius: 3, bgcolor: 'action.hover', overflow: 'hidden' }}>
        <Box
          sx={{ width: `${value}%`, height: '100%', bgcolor: value < 50 ? 'warning.main' : 'secondary.main' }}
        />
      </Box>
      <Typography variant="body2" sx={{ textAlign: 'right', fontVariantNumeric: 'tabular-nums' }}>
        {value}
      </Typography>
    </Box>
  );
}

type Change = ReturnType<typeof compareFindings>;

/** What a change did, in words. */
const told = (change: Change): string => {
  const score = change.score
    ? `${change.score > 0 ? 'up' : 'down'} ${Math.abs(change.score)}`
    : 'the same score';
  const warnings = change.warnings
    ? `${Math.abs(change.warnings)} ${change.warnings > 0 ? 'more' : 'fewer'} to look at`
    : 'as much to look at';
  return `${score}, ${warnings}`;
};

/** The cloth as it stands against a snapshot of it. */
function Against({ report }: { report: CheckReport }) {
  const list = useSnapshots((s) => s.list);
  const [then, setThen] = useState<{ id: string; report: CheckReport } | null>(null);
  if (!list.length) return null;
  const options = { '': 'nothing', ...Object.fromEntries(list.map((s) => [s.id, s.name])) };
  const choose = async (id: string) => {
    setThen(null);
    const snapshot = list.find((s) => s.id === id);
    if (snapshot) setThen({ id, report: await checkBolt(snapshot.project) });
  };
  return (
    <Box sx={{ mt: 1.5 }}>
      <Choice
        label="Set against"
        value={then?.id ?? ''}
        options={options}
        onChange={(id) => void choose(id)}
      />
      {then && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }} data-testid="against">
          Since then: {told(compareFindings(then.report, report))}.
        </Typography>
      )}
    </Box>
  );
}

/** The least gap that evening out keeps, mm: half of the middle one, as far as there is any. */
const settleGap = (gapsMm: number[]) => Math.round(5 * (gapsMm[gapsMm.length >> 1] ?? 2)) / 10;

/** The evenness of the cloth, its parts, what the last change did to it, and the gaps. */
export default function EvennessPart({ report, project }: { report: CheckReport; project: Project }) {
  const sent = useSentScores((s) => s.sent);
  const busy = useBusy(PROPOSAL);
  const bolt = useSession();
  useEffect(() => {
    void openSentScores(bolt);
  }, [bolt]);
  // The words first; the chart follows when there is a moment.
  const charted = useDeferredValue<CheckReport | null>(report, null);
  const { evenness } = report;
  if (!evenness || report.medianGapMm === null) return null;
  const change = lastChange();
  const bare = report.findings.find((f) => f.kind === 'bare-patch');
  const moved = !change
    ? ''
    : !change.score && !change.warnings
      ? 'The last change left the score as it was.'
      : `The last change: ${told(change)}.`;
  return (
    <Part title="Evenness">
      <Box sx={{ display: 'grid', gridTemplateColumns: '84px 1fr', gap: 1.5, alignItems: 'center' }}>
        <Box sx={{ textAlign: 'center' }}>
          <Typography
            data-testid="evenness"
            sx={{ fontSize: 40, lineHeight: 1, fontWeight: 700, fontFamily: 'var(--font-heading, inherit)' }}
          >
            {evenness.score}
          </Typography>
          <Typography variant="caption" color="text.secondary">
            of 100
          </Typography>
        </Box>
        <Box>
          {PARTS.map(([key, name, why]) => (
            <Mark key={key} name={name} why={why} value={evenness.parts[key]} />
          ))}
        </Box>
      </Box>
      {!report.unjudged.length && (
        <Typography variant="body2" sx={{ mt: 1 }} data-testid="enough">
          {enoughText(evenness.score, project.checking.style, sent, project.id)}
        </Typography>
      )}
      {moved && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }} data-testid="last-change">
          {moved}
        </Typography>
      )}
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        Middle gap {small(report.medianGapMm)}, widest {small(Math.max(...report.gapsMm))}. Art covers{' '}
        {`${trim(report.cover * 100, 0)}\u00a0%`} of the cloth.
      </Typography>
      <Box aria-hidden sx={{ mt: 1, color: 'text.secondary', minHeight: 76 }}>
        {charted && (
          <BarChart
            width={304}
            height={76}
            data={gapBins(charted)}
            margin={{ top: 4, right: 4, bottom: 0, left: 4 }}
          >
            <XAxis
              dataKey="name"
              tickLine={false}
              fontSize={11}
              stroke="currentColor"
              unit=" mm"
              interval="preserveStartEnd"
            />
            <Bar dataKey="n" isAnimationActive={false}>
              {gapBins(charted).map((b) => (
                <Cell
                  key={b.name}
                  fill={bare?.kind === 'bare-patch' && b.from >= bare.limitMm ? '#B97A1E' : '#9C6A92'}
                />
              ))}
            </Bar>
          </BarChart>
        )}
      </Box>
      {project.placements.length > 1 && (
        <Button
          variant="outlined"
          disabled={busy}
          title="Moves all that is not locked, by small steps"
          onClick={() => void proposeSettle(settleGap(evenness.gapsMm))}
          sx={{ mt: 1 }}
        >
          Even out all
        </Button>
      )}
      <Against report={report} />
    </Part>
  );
}
