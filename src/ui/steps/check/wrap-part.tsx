'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { blockFits, cellOf, isBare, type Project, pixelPlan } from '@/core';
import { layKey, proveWrapNow, useChecks, WRAP_PROOF } from '@/session/check';
import { useJob, useSession } from '@/session/kernel';
import JobProgress from '../../parts/chrome/job-progress';
import { Part } from '../../parts/chrome/tray';

/** The proof that the block repeats, made at print size. */
export default function WrapPart({ project }: { project: Project }) {
  const bolt = useSession();
  const proof = useChecks((s) => s.proof);
  const job = useJob(WRAP_PROOF);
  const tooLarge = !blockFits(pixelPlan(project.layout, cellOf(project), project.brief.ppi));
  const proved = proof?.key === layKey(project) ? proof.result : null;
  return (
    <Part title="Does it repeat?">
      {job?.state === 'running' ? (
        <JobProgress kind={WRAP_PROOF} />
      ) : proved ? (
        <Box sx={{ display: 'flex', gap: 1 }} data-testid="wrap-proof">
          <CheckCircleRounded color={proved.exact ? 'secondary' : 'error'} fontSize="small" />
          <Typography variant="body2">
            {proved.exact
              ? `The join is exact. Rendered twice at print size, cut in two places, all ${proved.pixels.toLocaleString('en')} pixels are the same to the byte.`
              : `${proved.differing.toLocaleString('en')} pixels differ between two cuts. Do not print this.`}
          </Typography>
        </Box>
      ) : (
        <Box>
          <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
            {tooLarge
              ? 'This block is too large to render in one piece. A lower ppi in the brief makes it provable.'
              : 'Renders the block at print size, cut in two places, and compares every byte.'}
          </Typography>
          {job?.trouble && (
            <Typography role="alert" variant="body2" color="error" sx={{ mb: 1 }}>
              It was not proved: {job.trouble}
            </Typography>
          )}
          <Button
            variant="outlined"
            disabled={isBare(project) || tooLarge}
            onClick={() => proveWrapNow(bolt, project)}
          >
            Prove the wrap
          </Button>
        </Box>
      )}
    </Part>
  );
}
