'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, isBare, isMendable } from '@/core';
import { useBolt } from '@/session/bolt';
import {
  checkKey,
  PROPOSAL,
  proposeMendingAll,
  sortFindings,
  useChecks,
  usePractice,
  useProposal,
  useTwoStates,
} from '@/session/check';
import { LIFT } from '@/session/intake';
import { useBusy } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import JobProgress from '../../parts/chrome/job-progress';
import Sections from '../../parts/chrome/sections';
import Tray, { Part } from '../../parts/chrome/tray';
import EvennessPart from './evenness';
import FindingCard from './finding-card';
import Practice from './practice';
import { checkSections } from './sections';
import TwoStates from './two-states';

export default function CheckTray() {
  const project = useBolt((s) => s.project);
  const { report, of, trouble } = useChecks();
  const busy = useBusy(PROPOSAL);
  const amiss = useProposal((s) => s.trouble);
  const practising = usePractice((s) => s.lesson !== null);
  const comparing = useTwoStates((s) => s.pair !== null);
  if (!project) return null;
  if (practising) return <Practice project={project} />;
  if (comparing) return <TwoStates project={project} />;
  const { warnings, notes, dismissed } = sortFindings(project, report);
  const fresh = of === checkKey(project);
  const empty = isBare(project);
  const summary = empty
    ? 'There is nothing on the cloth to look at yet.'
    : !report
      ? 'Looking the cloth over.'
      : warnings.length
        ? `${counted(warnings.length, 'thing')} to look at${notes.length ? `, ${counted(notes.length, 'note')}` : ''}.`
        : `Nothing that needs mending${report.unjudged.length ? ' in what could be judged' : ''}${notes.length ? `; ${counted(notes.length, 'note')}` : ''}.`;
  const measuring = trouble ? 'Not measured are' : 'Measuring';
  const lines = report?.linesLeft ? ` ${measuring} the lines of ${counted(report.linesLeft, 'motif')}.` : '';
  const mendable = warnings.filter((x) => isMendable(x.f)).length;
  return (
    <Tray title="Check" summary={`${summary}${fresh || empty ? lines : ' Checking again.'}`}>
      {trouble && (
        <Typography role="alert" color="error" variant="body2">
          {trouble}
        </Typography>
      )}
      <JobProgress kind={PROPOSAL} />
      <JobProgress kind={LIFT} />
      {amiss && (
        <Typography role="alert" variant="body2" color="error">
          {amiss} Nothing was changed.
        </Typography>
      )}
      {mendable > 1 && (
        <Button variant="contained" disabled={busy} onClick={() => void proposeMendingAll()}>
          Mend all that is safe
        </Button>
      )}
      {report && <EvennessPart report={report} project={project} />}
      {warnings.map((found) => (
        <FindingCard key={found.n} found={found} project={project} />
      ))}
      {report && !empty && report.unjudged.length > 0 && (
        <Part title="Not judged">
          <Box component="ul" sx={{ m: 0, pl: 2 }} data-testid="unjudged">
            {report.unjudged.map((why) => (
              <Typography key={why} component="li" variant="body2" color="text.secondary">
                {why}
              </Typography>
            ))}
          </Box>
        </Part>
      )}
      {notes.length > 0 && (
        <Fold title={counted(notes.length, 'note')} summary="Worth knowing before it is sent">
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            {notes.map((found) => (
              <FindingCard key={found.n} found={found} project={project} />
            ))}
          </Box>
        </Fold>
      )}
      {dismissed.length > 0 && (
        <Fold title={`${dismissed.length} left as ${dismissed.length === 1 ? 'it is' : 'they are'}`}>
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            {dismissed.map((found) => (
              <FindingCard key={found.n} found={found} project={project} />
            ))}
          </Box>
        </Fold>
      )}
      <Sections of={checkSections} project={project} />
    </Tray>
  );
}
