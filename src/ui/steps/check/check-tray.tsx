'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useBolt } from '@/session/bolt';
import { checkKey, sortFindings, useChecks } from '@/session/checks';
import { useBusy } from '@/session/jobs';
import { mendingOf, proposeMendingAll } from '@/session/mending';
import { usePractice } from '@/session/practice';
import { PROPOSAL, useProposal } from '@/session/proposal';
import Fold from '../../parts/fold';
import JobProgress from '../../parts/job-progress';
import Tray from '../../parts/tray';
import EvennessPart from './evenness';
import FindingCard from './finding-card';
import How from './how';
import { DirectionPart, InventoryPart } from './inventory';
import Practice from './practice';
import TileRoom from './tile-room';
import WrapPart from './wrap-part';

export default function CheckTray() {
  const project = useBolt((s) => s.project);
  const { report, of, trouble } = useChecks();
  const busy = useBusy(PROPOSAL);
  const amiss = useProposal((s) => s.trouble);
  const practising = usePractice((s) => s.lesson !== null);
  if (!project) return null;
  if (practising) return <Practice project={project} />;
  const { looks, notes, left } = sortFindings(project, report);
  const fresh = of === checkKey(project);
  const empty = !project.placements.length;
  const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  const says = empty
    ? 'There is nothing on the cloth to look at yet.'
    : !report
      ? 'Looking the cloth over.'
      : looks.length
        ? `${count(looks.length, 'thing', 'things')} to look at${notes.length ? `, ${count(notes.length, 'note', 'notes')}` : ''}.`
        : `Nothing that needs mending${notes.length ? `; ${count(notes.length, 'note', 'notes')}` : ''}.`;
  const mendable = looks.filter((x) => mendingOf(x.f)).length;
  return (
    <Tray title="Check" says={`${says}${fresh || empty ? '' : ' Checking again.'}`}>
      {trouble && (
        <Typography role="alert" color="error" variant="body2">
          {trouble}
        </Typography>
      )}
      <JobProgress kind={PROPOSAL} />
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
      {report && <EvennessPart report={report} />}
      {looks.map((found) => (
        <FindingCard key={found.n} found={found} project={project} />
      ))}
      {report && !empty && report.medianGapMm === null && (
        <Typography variant="body2" color="text.secondary">
          Nothing to compare yet. Lay three motifs or more, with ground between them.
        </Typography>
      )}
      {notes.length > 0 && (
        <Fold title={count(notes.length, 'note', 'notes')} says="Worth knowing before it is sent">
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            {notes.map((found) => (
              <FindingCard key={found.n} found={found} project={project} />
            ))}
          </Box>
        </Fold>
      )}
      {left.length > 0 && (
        <Fold title={`${left.length} left as ${left.length === 1 ? 'it is' : 'they are'}`}>
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            {left.map((found) => (
              <FindingCard key={found.n} found={found} project={project} />
            ))}
          </Box>
        </Fold>
      )}
      <WrapPart project={project} />
      {report && <DirectionPart report={report} />}
      {report && <InventoryPart report={report} project={project} />}
      <How project={project} report={report} />
      <TileRoom />
      <Practice project={project} />
    </Tray>
  );
}
