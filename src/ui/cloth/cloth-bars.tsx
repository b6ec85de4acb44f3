'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { mendParts, resizeDesign, shownColourway, shownGround } from '@/core';
import { blink, edit, sideName, useBolt, useSnapshots } from '@/session/bolt';
import {
  dropProposal,
  dropTrial,
  keepProposal,
  keepTrial,
  showOffer,
  togglePart,
  useProposal,
  useTrial,
} from '@/session/check';
import { lookAt, lookedIsMade, recutTo, useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { withKey } from '../commands/commands';
import MotifPicture from '../parts/chrome/motif-picture';
import { size, trim } from '../parts/fields/lengths';

/** A strip of paper at the head of the cloth. */
function Strip({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box
      role="region"
      aria-label={label}
      sx={{
        position: 'absolute',
        top: 12,
        left: '50%',
        transform: 'translateX(-50%)',
        width: 'max-content',
        maxWidth: 'calc(100% - 24px)',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        boxShadow: '0 2px 10px rgba(34,26,43,0.18)',
        px: 1.5,
        py: 1,
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
      }}
    >
      {children}
    </Box>
  );
}

/** What is proposed, to be kept or dropped; what is compared; what is framed. One at a time. */
export default function ClothBars() {
  const proposal = useProposal((s) => s.proposal);
  const compare = useSnapshots((s) => s.compare);
  const recut = useView((s) => s.recut);
  const look = useView((s) => s.look);
  const trying = useTrial((s) => s.trial !== null);
  if (proposal) return <ProposalBar />;
  if (trying) return <TrialBar />;
  if (compare) return <CompareBar />;
  if (recut) return <RecutBar />;
  if (look !== 1) return <LookBar look={look} />;
  return null;
}

const nameOf = (part: string) => mendParts().find((m) => m.part === part)?.name ?? part;

function ProposalBar() {
  const { proposal, before } = useProposal();
  const project = useBolt((s) => s.project);
  if (!proposal || !project) return null;
  const ground = shownGround(project);
  const { offers } = proposal;
  return (
    <Strip label="Proposal">
      {offers?.list.map((o, n) => {
        const motif = project.motifs.find((m) => m.id === o.placed.motif);
        return (
          <Button
            key={o.placed.motif}
            aria-label={`Offer ${n + 1}: ${motif?.name}`}
            aria-pressed={offers.shown === n}
            variant={offers.shown === n ? 'contained' : 'outlined'}
            onClick={() => showOffer(n)}
            sx={{ p: 0.5 }}
          >
            <MotifPicture motif={o.placed.motif} width={48} height={40} ground={ground} />
          </Button>
        );
      })}
      <Typography variant="body2" role="status" sx={{ flex: '1 1 220px', maxWidth: 420 }}>
        {before ? 'This is how it was.' : proposal.summary}
      </Typography>
      {proposal.mends
        ?.filter((m) => m.count || !m.on)
        .map(({ part, on, count }) => (
          <Chip
            key={part}
            size="small"
            clickable
            aria-pressed={on}
            variant={on ? 'filled' : 'outlined'}
            color={on && count ? 'secondary' : 'default'}
            label={`${nameOf(part)}${on && count ? ` ${count}` : ''}`}
            title={on ? 'Leave this part out' : 'Take this part in'}
            onClick={() => togglePart(part)}
          />
        ))}
      <Button
        variant="outlined"
        aria-pressed={before}
        title={withKey('Before and after', 'before')}
        onClick={() => useProposal.setState({ before: !before })}
      >
        {before ? 'After' : 'Before'}
      </Button>
      <Button variant="contained" title="Keep it (Enter)" onClick={keepProposal}>
        Keep
      </Button>
      <Button title="Drop it (Esc)" onClick={dropProposal}>
        Drop
      </Button>
    </Strip>
  );
}

/** Colours on trial: kept in the colourway on show (the first is never overwritten), or as one of their own. */
function TrialBar() {
  const { trial, before } = useTrial();
  const project = useBolt((s) => s.project);
  if (!trial || !project || trial.of !== project) return null;
  const way = shownColourway(project);
  const base = way === project.colourways[0];
  return (
    <Strip label="Colours on trial">
      <Typography variant="body2" role="status">
        {before ? `${way.name}, as it is.` : `${trial.name}, on trial.`}
      </Typography>
      <Button
        variant="outlined"
        aria-pressed={before}
        title={withKey('Before and after', 'before')}
        onClick={() => useTrial.setState({ before: !before })}
      >
        {before ? 'After' : 'Before'}
      </Button>
      <Button variant="contained" title="Keep it (Enter)" onClick={() => keepTrial('new')}>
        Keep as a new colourway
      </Button>
      {!base && <Button variant="outlined" onClick={() => keepTrial('here')}>{`Put in ${way.name}`}</Button>}
      <Button title="Drop it (Esc)" onClick={dropTrial}>
        Drop
      </Button>
    </Strip>
  );
}

function CompareBar() {
  const compare = useSnapshots((s) => s.compare);
  const width = useView((s) => s.viewport.width);
  if (!compare) return null;
  const set = (change: Partial<typeof compare>) =>
    useSnapshots.setState({ compare: { ...compare, ...change } });
  const cut = compare.way === 'wipe' ? compare.wipe : 0.5;
  return (
    <>
      {compare.way !== 'blink' && (
        <Box
          aria-hidden
          onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
          onPointerMove={(e) => {
            const box = e.currentTarget.parentElement?.getBoundingClientRect();
            if (!box || compare.way !== 'wipe' || !e.currentTarget.hasPointerCapture(e.pointerId)) return;
            set({ wipe: Math.min(1, Math.max(0, (e.clientX - box.left) / box.width)) });
          }}
          sx={{
            position: 'absolute',
            top: 0,
            bottom: 0,
            left: cut * width - 7,
            width: 14,
            cursor: compare.way === 'wipe' ? 'ew-resize' : 'default',
            touchAction: 'none',
            '&::after': {
              content: '""',
              position: 'absolute',
              left: 6,
              top: 0,
              bottom: 0,
              width: 2,
              bgcolor: '#221A2B',
              boxShadow: '0 0 0 1px #fff',
            },
          }}
        />
      )}
      <Strip label="Comparison">
        {compare.way === 'blink' ? (
          <>
            <Typography variant="body2" role="status">
              {compare.shows === 'a' ? 'Before: ' : 'After: '}
              {sideName(compare.shows === 'a' ? compare.a : compare.b)}
            </Typography>
            <Button variant="contained" title={withKey('The other one', 'before')} onClick={blink}>
              The other one
            </Button>
          </>
        ) : (
          <Typography variant="body2" role="status">
            Left: {sideName(compare.a)}. Right: {sideName(compare.b)}.
          </Typography>
        )}
        {compare.way === 'wipe' && (
          <Slider
            aria-label="Where the line lies"
            value={compare.wipe * 100}
            onChange={(_, v) => set({ wipe: Number(v) / 100 })}
            sx={{ width: 140, mx: 1 }}
          />
        )}
        <Button onClick={() => useSnapshots.setState({ compare: null })}>Done</Button>
      </Strip>
    </>
  );
}

/** The whole design at a size that it is only looked at: made so, or left as it is. */
function LookBar({ look }: { look: number }) {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  if (!project) return null;
  const { widthMm, heightMm, unit } = project.brief;
  return (
    <Strip label="Looked at">
      <Typography variant="body2" role="status">
        Looked at at {trim(look * 100, 1)} % of its size: cell {size(widthMm * look, heightMm * look, unit)}.
      </Typography>
      <Button
        variant="contained"
        onClick={() => {
          if (edit(bolt, resizeDesign(look))) lookedIsMade();
        }}
      >
        Make it so
      </Button>
      <Button onClick={() => lookAt(1)}>As it is</Button>
    </Strip>
  );
}

function RecutBar() {
  const project = useBolt((s) => s.project);
  if (!project) return null;
  return (
    <Strip label="Slide by half">
      <Typography variant="body2">
        The block alone. Drag bare cloth to cut it elsewhere; R goes on.
      </Typography>
      <Button variant="contained" onClick={() => recutTo(project, null)}>
        Whole cloth again
      </Button>
    </Strip>
  );
}
