'use client';

import FlipRounded from '@mui/icons-material/FlipRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  groupPlacements,
  isVector,
  MM_PER_INCH,
  type Motif,
  type Placement,
  type PlacementChange,
  type Project,
  piecesOfArt,
  placementsWith,
  removePlacements,
  reorder,
  setMotif,
  setPlacements,
  swapMotif,
} from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { BY_HAND, changeSelected, mirrorSelected, select, useView } from '@/session/cloth';
import { makeOneMotif, takeInHandApart } from '@/session/intake';
import { useSession } from '@/session/kernel';
import { another, sizeToFit, tooLarge } from '@/session/lay';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import { length, trim } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';

/** What is in hand: its numbers, and what can be done with it. */
export default function InHand() {
  const project = useBolt((s) => s.project);
  const selected = useView((s) => s.selected);
  if (!project) return null;
  const placed = project.placements.find((p) => p.id === selected[0]);
  const motif = project.motifs.find((m) => m.id === placed?.motif);
  if (!placed || !motif) {
    if (!project.placements.length) return null;
    return (
      <Part title="Nothing in hand">
        <Typography variant="body2" color="text.secondary">
          Press a motif on the cloth, or N to step through them. Drag to move it, the round grip turns it, a
          corner grip sizes it. Shift adds to what is in hand.
        </Typography>
      </Part>
    );
  }
  const held = placementsWith(project, selected);
  const locked = held.filter((p) => p.locked).length;
  return (
    <Part title={held.length > 1 ? `${held.length} in hand` : `${motif.name}, in hand`}>
      {held.length > 1 ? <NumbersOfAll held={held.filter((p) => !p.locked)} /> : <Numbers placed={placed} />}
      {locked > 0 && held.length > 1 && (
        <Typography variant="body2" role="status" sx={{ mt: 1 }}>
          {locked === held.length ? 'All are locked. K unlocks them.' : `${locked} of them locked: left out.`}
        </Typography>
      )}
      <Sizes project={project} placed={placed} motif={motif} alone={held.length === 1} />
      <Acts project={project} selected={selected} />
      <HowItLies project={project} placed={placed} motif={motif} selected={selected} />
    </Part>
  );
}

/** The numbers of the one in hand: what is typed stays typed. */
function Numbers({ placed }: { placed: Placement }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      {(['x', 'y'] as const).map((axis) => (
        <NumberField
          key={axis}
          label={axis === 'x' ? 'Across' : 'Down'}
          {...FAR}
          value={placed[axis]}
          disabled={placed.locked}
          onChange={(v) => changeSelected(axis === 'x' ? { dx: v - placed.x } : { dy: v - placed.y })}
        />
      ))}
      <NumberField
        label="Turned"
        {...TURN}
        value={placed.angle}
        disabled={placed.locked}
        onChange={(v) => changeSelected({ turn: v - placed.angle })}
      />
      <NumberField
        label="Size"
        unit="%"
        digits={1}
        value={placed.scale * 100}
        {...SIZE}
        disabled={placed.locked}
        onChange={(v) => changeSelected({ grow: v / 100 / placed.scale })}
      />
    </Box>
  );
}

const SIZE = { min: BY_HAND.least * 100, max: BY_HAND.most * 100, step: 2 };

const FAR = { unit: 'mm', digits: 2, min: -3000, max: 3000 };
const TURN = { unit: '°', digits: 1, min: -360, max: 360, step: 5 };
const MOVES = [
  ['dx', 'All across by', FAR],
  ['dy', 'All down by', FAR],
  ['turn', 'All turned by', TURN],
] as const;

/** Several in hand: how far all are moved and turned, and both ways of sizing them. */
function NumbersOfAll({ held }: { held: Placement[] }) {
  const bolt = useSession();
  const together = useView((s) => s.together);
  const scale = held[0]?.scale;
  const one = scale !== undefined && held.every((p) => Math.abs(p.scale - scale) < 1e-6);
  const disabled = !held.length;
  const to = (size: number) =>
    edit(bolt, setPlacements(Object.fromEntries(held.map((p) => [p.id, { scale: size }]))));
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="All to size"
          unit="%"
          digits={1}
          value={one ? scale * 100 : null}
          placeholder="several"
          {...SIZE}
          disabled={disabled}
          onChange={(v) => to(v / 100)}
        />
        <NumberField
          label="All by"
          unit="%"
          digits={1}
          value={100}
          {...SIZE}
          disabled={disabled}
          once
          onChange={(v) => changeSelected({ grow: v / 100 })}
        />
        {MOVES.map(([key, label, shape]) => (
          <NumberField
            key={key}
            label={label}
            {...shape}
            value={0}
            disabled={disabled}
            once
            onChange={(v) => changeSelected({ [key]: v })}
          />
        ))}
      </Box>
      <Box sx={{ mt: 1.5 }}>
        <Choice
          label="Turn, size and mirror"
          value={together ? 'together' : 'each'}
          options={{ together: 'together, about their middle', each: 'each about its own middle' }}
          onChange={(v) => useView.setState({ together: v === 'together' })}
        />
      </Box>
    </>
  );
}

type SizesProps = { project: Project; placed: Placement; motif: Motif; alone: boolean };

/** How large the one in hand prints, and the largest that clears. */
function Sizes({ project, placed, motif, alone }: SizesProps) {
  const bolt = useSession();
  const [gap, setGap] = useState(4);
  const [wrong, setWrong] = useState('');
  const { unit } = project.brief;
  const inches = placed.scale / motif.ppi;
  const summary = tooLarge(placed.id) ?? wrong;
  if (!alone) return null;
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        Prints {length(motif.width * inches * MM_PER_INCH, unit)} wide,{' '}
        {length(motif.height * inches * MM_PER_INCH, unit)} high
        {isVector(motif) ? '.' : `, at ${trim(1 / inches, 0)} ppi.`}
      </Typography>
      {summary && (
        <Typography role="status" variant="body2" color="warning.main" sx={{ mt: 0.5 }}>
          {summary}
        </Typography>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, mt: 1.5 }}>
        <NumberField label="Clear by" unit="mm" value={gap} min={0} max={100} onChange={setGap} />
        <Button
          variant="outlined"
          disabled={placed.locked}
          onClick={async () => setWrong((await sizeToFit(bolt, placed.id, gap)) ?? '')}
        >
          Largest fit
        </Button>
      </Box>
    </>
  );
}

type ActsProps = { project: Project; placed: Placement; selected: string[] };

function Acts({ project, selected }: Pick<ActsProps, 'project' | 'selected'>) {
  const bolt = useSession();
  const held = placementsWith(project, selected);
  const locked = held.every((p) => p.locked);
  const mixed = !locked && held.some((p) => p.locked);
  const only = useView((s) => s.only);
  const grouped = held.some((p) => p.group);
  const set = (change: PlacementChange) =>
    edit(bolt, setPlacements(Object.fromEntries(selected.map((id) => [id, change]))));
  const acts: [string, () => void][] = [
    ['Another', another],
    ['On top', () => edit(bolt, reorder(selected, 'top'))],
    ['Underneath', () => edit(bolt, reorder(selected, 'bottom'))],
    [locked ? 'Unlock' : mixed ? 'Lock all' : 'Lock', () => set({ locked: locked ? undefined : true })],
    ...(mixed ? [['Unlock all', () => set({ locked: undefined })] as [string, () => void]] : []),
    only
      ? ['Show all', () => useView.setState({ only: null })]
      : ['Show only these', () => useView.setState({ only: selected })],
    [
      'Hide',
      () => {
        set({ hidden: true });
        select([]);
      },
    ],
  ];
  if (selected.length > 1 || grouped) {
    acts.push([
      grouped ? 'Let the group go' : 'Join as a group',
      () => edit(bolt, groupPlacements(selected, grouped ? undefined : crypto.randomUUID())),
    ]);
  }
  if (selected.length > 1) acts.push(['Make one motif', () => void makeOneMotif(bolt)]);
  const one = selected.length === 1 && project.motifs.find((m) => m.id === held[0]?.motif);
  if (one && piecesOfArt(one).length) acts.push(['Take apart', () => takeInHandApart(bolt)]);
  if (held.some((p) => p.sym)) acts.push(['Free from its set', () => set({ sym: undefined })]);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1.5 }}>
      <Button variant="outlined" startIcon={<FlipRounded />} disabled={locked} onClick={mirrorSelected}>
        Mirror
      </Button>
      {acts.map(([summary, act]) => (
        <Button key={summary} variant="outlined" onClick={act}>
          {summary}
        </Button>
      ))}
      <Button
        variant="outlined"
        color="error"
        disabled={locked}
        onClick={() => {
          edit(bolt, removePlacements(selected));
          select([]);
        }}
      >
        Take off
      </Button>
    </Box>
  );
}

const BLEND_SAYS = {
  normal: 'over it',
  multiply: 'as a glaze that darkens',
  screen: 'as a glaze that lightens',
};

type HowProps = ActsProps & { motif: Motif };

/** Blend and opacity, of what is in hand or of the motif everywhere; finished art in the place of a stand-in. */
function HowItLies({ project, placed, motif, selected }: HowProps) {
  const bolt = useSession();
  const [whose, setWhose] = useState<'these' | 'all'>('these');
  const all = whose === 'all';
  const blend = (all ? undefined : placed.blend) ?? motif.blend ?? 'normal';
  const opacity = (all ? motif.opacity : placed.opacity) ?? 1;
  const set = (change: Pick<Placement, 'blend' | 'opacity'>) =>
    edit(
      bolt,
      all
        ? setMotif(motif.id, change)
        : setPlacements(Object.fromEntries(selected.map((id) => [id, change]))),
      `lies${whose}${selected}`,
    );
  const laid = project.placements.filter((p) => p.motif === motif.id);
  const others = project.motifs.filter((m) => m.id !== motif.id);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 2 }}>
      <Choice
        label="Change how it lies for"
        value={whose}
        options={{ these: selected.length > 1 ? 'these in hand' : 'this one', all: `every ${motif.name}` }}
        onChange={setWhose}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.5fr 1fr', gap: 1.5 }}>
        <Choice
          label="Lies on what is under"
          value={blend}
          options={BLEND_SAYS}
          onChange={(v) => set({ blend: v })}
        />
        <NumberField
          label="Opacity"
          unit="%"
          digits={0}
          step={5}
          value={opacity * 100}
          min={2}
          max={100}
          onChange={(v) => set({ opacity: v / 100 })}
        />
      </Box>
      {others.length > 0 && (
        <Choice
          label={motif.standIn ? 'Swap in finished art' : 'Swap for another motif'}
          value=""
          options={{ '': '', ...Object.fromEntries(others.map((m) => [m.id, m.name])) }}
          onChange={(to) => {
            const ids = all ? laid.map((p) => p.id) : selected;
            if (to) edit(bolt, swapMotif(ids, to));
          }}
        />
      )}
      <Typography variant="caption" color="text.secondary">
        A swap keeps place, angle and printed size.
      </Typography>
    </Box>
  );
}
