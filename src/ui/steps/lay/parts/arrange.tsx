'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useState } from 'react';
import {
  AGAIN,
  AGAIN_RULES,
  type AgainRule,
  type AgainWhere,
  addPlacements,
  againAt,
  cellOf,
  counted,
  laidAgain,
  mmPer,
  type Placement,
  type Project,
  SYMMETRIES,
  type Symmetry,
  setReserves,
} from '@/core';
import { edit, useBolt } from '@/session/bolt';
import {
  fillPatchNow,
  nothingToFill,
  PROPOSAL,
  proposeSettle,
  useChecks,
  useProposal,
} from '@/session/check';
import { useView } from '@/session/cloth';
import { useBusy, useSession } from '@/session/kernel';
import JobProgress from '../../../parts/chrome/job-progress';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import { length, small } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';
import Scatter from './scatter';

/** Arranging by measured gaps: scatter, settle, fill, reserve; special places; symmetric working. */
export default function Arrange() {
  const project = useBolt((s) => s.project);
  const busy = useBusy(PROPOSAL);
  const trouble = useProposal((s) => s.trouble);
  if (!project) return null;
  return (
    <>
      <JobProgress kind={PROPOSAL} />
      {trouble && (
        <Typography role="alert" variant="body2" color="error">
          {trouble} Nothing was changed.
        </Typography>
      )}
      <Part title="Scatter">
        <Scatter project={project} busy={busy} />
      </Part>
      <Part title="Settle">
        <Settle busy={busy} />
      </Part>
      <Part title="Fill a bare patch">
        <Fill project={project} busy={busy} />
      </Part>
      <Part title="Reserve a place">
        <Reserve project={project} />
      </Part>
      <Part title="Same again at">
        <Again project={project} />
      </Part>
      <Part title="Symmetric working">
        <Symmetric />
      </Part>
    </>
  );
}

function Settle({ busy }: { busy: boolean }) {
  const [gap, setGap] = useState(4);
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1.75 }}>
        Moves what is not locked in small steps until the gaps are even. You see it before it is kept.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField label="Never nearer than" unit="mm" value={gap} min={0} max={100} onChange={setGap} />
        <Button variant="outlined" disabled={busy} onClick={() => proposeSettle(gap)}>
          Settle
        </Button>
      </Box>
    </>
  );
}

function Fill({ project, busy }: { project: Project; busy: boolean }) {
  const report = useChecks((s) => s.report);
  const [gap, setGap] = useState(4);
  const patches = report?.findings.filter((f) => f.kind === 'bare-patch') ?? [];
  const widest = patches[0];
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1.75 }}>
        {widest
          ? `${patches.length} bare ${patches.length === 1 ? 'patch' : 'patches'}, the widest ${small(widest.widthMm)}. Choose one under Check, or take the widest.`
          : nothingToFill(project)}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField label="Clear round it" unit="mm" value={gap} min={0} max={100} onChange={setGap} />
        <Button variant="outlined" disabled={busy || !widest} onClick={() => fillPatchNow(project, gap)}>
          Offer fillers
        </Button>
      </Box>
    </>
  );
}

function Reserve({ project }: { project: Project }) {
  const bolt = useSession();
  const reserving = useView((s) => s.reserving);
  const { unit } = project.brief;
  const [width, setWidth] = useState(unit === 'in' ? 38.1 : 40);
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1.75 }}>
        A circle for a motif still to come. Scatter, settle and fill keep out of it.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="Circle"
          unit={unit}
          digits={2}
          step={unit === 'in' ? 0.25 : 0.5}
          value={width / mmPer(unit)}
          min={0.1}
          max={1000 / mmPer(unit)}
          onChange={(v) => setWidth(v * mmPer(unit))}
        />
        <Button
          variant={reserving === null ? 'outlined' : 'contained'}
          onClick={() => useView.setState({ reserving: reserving === null ? width / 2 : null })}
        >
          {reserving === null ? 'Press its place' : 'Press the cloth'}
        </Button>
        <Button
          variant="outlined"
          onClick={() => {
            const { origin, zoom, viewport } = useView.getState();
            const at = { x: origin.x + viewport.width / 2 / zoom, y: origin.y + viewport.height / 2 / zoom };
            edit(bolt, (p) => setReserves([...p.reserves, { id: crypto.randomUUID(), ...at, r: width / 2 }]));
          }}
        >
          In mid view
        </Button>
      </Box>
      {project.reserves.map((r, n) => (
        <Box key={r.id} sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1 }}>
          <Typography variant="body2" sx={{ flex: 1 }}>
            Reserved {n + 1}: {length(2 * r.r, unit)} wide
          </Typography>
          <Button
            aria-label={`Free reserved place ${n + 1}`}
            onClick={() => edit(bolt, (p) => setReserves(p.reserves.filter((q) => q.id !== r.id)))}
          >
            Free it
          </Button>
        </Box>
      ))}
    </>
  );
}

const RULE_SAYS: Record<AgainRule, string> = {
  same: 'lying the same',
  mirrored: 'every second one mirrored',
  'half-turn': 'every second one half turned',
  turned: 'each turned on by an equal part',
};

/** What would be laid at the other places of a placement, under ids of their own for now. */
function laidAt(project: Project, placed: Placement, where: AgainWhere, rule: AgainRule): Placement[] {
  const { sym: _, group: _g, locked: _l, ...plain } = placed;
  const taken = project.placements.filter((p) => p.motif === placed.motif && p.id !== placed.id);
  return againAt(project.layout, cellOf(project), placed, where, taken).map((at, k, all) => ({
    ...laidAgain(plain, rule, k + 1, all.length + 1),
    ...at,
    id: `${plain.id}+${k}`,
  }));
}

function Again({ project }: { project: Project }) {
  const bolt = useSession();
  const selected = useView((s) => s.selected);
  const [where, setWhere] = useState<AgainWhere>('centre');
  const [rule, setRule] = useState<AgainRule>('same');
  const placed = project.placements.find((p) => p.id === selected[0]);
  const fresh = useMemo(
    () => (placed ? laidAt(project, placed, where, rule) : []),
    [project, placed, where, rule],
  );
  const [shown, setShown] = useState(false);
  useEffect(() => {
    if (!shown) return;
    useView.setState({ offered: fresh });
    return () => useView.setState({ offered: [] });
  }, [shown, fresh]);
  const summary = !placed
    ? 'Take a motif in hand first.'
    : fresh.length
      ? `${counted(fresh.length, 'place is', 'places are')} free.`
      : 'The layout itself puts it there already.';
  return (
    <Box
      sx={{ display: 'grid', gap: 1.5 }}
      onPointerEnter={() => setShown(true)}
      onPointerLeave={(e) => setShown(e.currentTarget.contains(document.activeElement))}
      onFocus={() => setShown(true)}
      onBlur={(e) => {
        const to = e.relatedTarget;
        // Its lists open elsewhere on the page.
        if (to && !e.currentTarget.contains(to) && !to.closest('[role="listbox"], [role="presentation"]'))
          setShown(false);
      }}
    >
      <Choice label="Places" value={where} options={AGAIN} onChange={setWhere} />
      <Choice
        label="The others"
        value={rule}
        options={RULE_SAYS}
        onChange={(v) => AGAIN_RULES.includes(v) && setRule(v)}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Button
          variant="outlined"
          disabled={!fresh.length}
          onClick={() => {
            const laid = fresh.map((p) => ({ ...p, id: crypto.randomUUID() }));
            edit(bolt, addPlacements(laid));
          }}
        >
          Lay them
        </Button>
        <Typography variant="body2" color="text.secondary">
          {summary}
        </Typography>
      </Box>
    </Box>
  );
}

const SYMMETRY_SAYS: Record<Symmetry | 'none', string> = {
  none: 'off',
  across: 'one axis, left and right',
  down: 'one axis, above and below',
  both: 'two axes',
  'turn-2': 'turned, 2 times',
  'turn-3': 'turned, 3 times',
  'turn-4': 'turned, 4 times',
  'turn-6': 'turned, 6 times',
  'turn-8': 'turned, 8 times',
};

function Symmetric() {
  const symmetry = useView((s) => s.symmetry);
  return (
    <>
      <Choice
        label="About the middle of the cell"
        value={symmetry ?? 'none'}
        options={SYMMETRY_SAYS}
        onChange={(v) => useView.setState({ symmetry: SYMMETRIES.find((s) => s === v) ?? null })}
      />
      <Typography variant="caption" color="text.secondary">
        What you lay from now on comes as a set. Move one, and the others follow.
      </Typography>
    </>
  );
}
