'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import { checkKey, sortFindings, useChecks } from '@/session/check';
import { printScales, useView } from '@/session/cloth';
import { stillOpen } from '@/session/send';
import { STEP_NAME } from '../../parts/chrome/selvedge';
import { Part } from '../../parts/chrome/tray';

/** What is still open before a file is sent, each with a way there. */
export default function OpenSection({ project }: { project: Project }) {
  const report = useChecks((s) => s.report);
  const current = useChecks((s) => s.of) === checkKey(project);
  const open = stillOpen(
    project,
    report && current
      ? {
          warnings: sortFindings(project, report).warnings.length,
          unjudged: report.unjudged.length + (report.linesLeft ? 1 : 0),
        }
      : null,
    (picture) => printScales(project, picture),
  );
  return (
    <Part title="Before it goes">
      <Box data-testid="still-open" sx={{ display: 'grid', gap: 0.5 }}>
        {open.map(({ text, step }) => (
          <Box key={text} sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
            <Typography variant="body2" sx={{ flex: 1 }}>
              {text}
            </Typography>
            <Button size="small" onClick={() => useView.setState({ step })}>
              To {STEP_NAME[step]}
            </Button>
          </Box>
        ))}
        {open.length === 0 && (
          <Box sx={{ display: 'flex', gap: 1 }}>
            <CheckCircleRounded color="secondary" fontSize="small" />
            <Typography variant="body2">
              Checked with nothing to look at, pixels enough, every permission answered.
            </Typography>
          </Box>
        )}
      </Box>
    </Part>
  );
}
