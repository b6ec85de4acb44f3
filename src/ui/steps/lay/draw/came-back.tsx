'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, type Project, wordsOf } from '@/core';
import { showFinding, useChecks } from '@/session/check';
import { useJob, useSession } from '@/session/kernel';
import { type CameBack, COMES_BACK, cameBackText, joinEndsOf, useWatch } from '@/session/returns';
import { Part } from '../../../parts/chrome/tray';
import DrawnOver from './drawn-over';
import NewColours from './new-colours';

const cm2 = (mm2: number) => `${Number((mm2 / 100).toPrecision(2))} cm²`;

/** What came back last: how it lay, what is new on it, and what that does at the edges. */
export default function CameBackSection({ project }: { project: Project }) {
  const bolt = useSession();
  const job = useJob<CameBack>(COMES_BACK);
  const report = useChecks((s) => s.report);
  const watched = useWatch((s) => s.name);
  const { version, edges } = project.drawnOn;
  if (!version) return null;
  const busy = job?.state === 'running';
  const last = job?.state === 'done' && job.result?.version === version ? job.result : null;
  const atEdges = (report?.findings ?? []).flatMap((f, n) =>
    f.kind === 'loose-end' || f.kind === 'near-edge' ? [{ n, f }] : [],
  );
  const touching = last?.report.touching.length ?? 0;
  const loose = edges.filter((e) => e.nearMm === null).length;
  return (
    <Part title={`Version ${version}`}>
      <Box role="status" data-testid="came-back">
        {last && (
          <Typography variant="body2" sx={{ mb: 1 }}>
            {cameBackText(last)} New: {cm2(last.newMm2)}
            {last.over ? `, ${cm2(last.overMm2)} of it over what was drawn before` : ''}.
          </Typography>
        )}
        {last?.over && <DrawnOver key={version} png={last.over.bytes} />}
        <Typography variant="body2" sx={{ fontWeight: 600 }}>
          {loose
            ? `${counted(loose, 'stroke')} over the edge ${loose === 1 ? 'does' : 'do'} not join.`
            : touching
              ? `${counted(touching, 'end')} at the edge, and all join.`
              : last
                ? 'Nothing new touches the edge.'
                : null}
        </Typography>
      </Box>
      {last && <NewColours project={project} colours={last.colours} />}
      {atEdges.map(({ n, f }) => {
        const { title, why } = wordsOf(f, project);
        const ends =
          f.kind === 'loose-end' && f.back
            ? last?.report.touching.findIndex((t) => t.edge === f.edge && t.alongMm === f.alongMm)
            : undefined;
        return (
          <Box
            key={n}
            data-testid="at-edge"
            sx={{ borderTop: 1, borderColor: 'divider', py: 0.75, mt: 0.75 }}
          >
            <Button sx={{ px: 0, textAlign: 'left' }} onClick={() => showFinding(project, n)}>
              {title}
            </Button>
            <Typography variant="body2" color="text.secondary">
              {why}
            </Typography>
            {ends !== undefined && ends >= 0 && (
              <Button
                variant="outlined"
                disabled={busy}
                sx={{ mt: 0.75 }}
                onClick={() => void joinEndsOf(bolt, ends, last?.name ?? '')}
              >
                Bend the ends together
              </Button>
            )}
            {ends !== undefined && ends >= 0 && watched && (
              <Typography variant="caption" color="text.secondary" component="p">
                That is done on the cloth, not in {watched}: send it out again before you draw on, or join
                them in the file.
              </Typography>
            )}
          </Box>
        );
      })}
    </Part>
  );
}
