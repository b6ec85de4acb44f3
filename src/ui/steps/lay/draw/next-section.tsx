'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type Project, wordsOf } from '@/core';
import { checkKey, sortFindings, useChecks } from '@/session/checks';
import { showFinding } from '@/session/show-finding';
import { Part } from '../../../parts/tray';

/** So many are told: what is drawn next changes what is asked of the rest. */
const MOST = 5;

/** What the findings ask of the next round. */
export default function NextSection({ project }: { project: Project }) {
  const report = useChecks((s) => s.report);
  const fresh = useChecks((s) => s.of) === checkKey(project);
  if (!project.drawnOn.out) return null;
  const { warnings } = sortFindings(project, report);
  const asked = warnings.filter(({ f }) => f.kind !== 'loose-end');
  return (
    <Part title="What to draw next">
      {!fresh && (
        <Typography variant="body2" color="text.secondary">
          Looking the cloth over.
        </Typography>
      )}
      {fresh && !asked.length && (
        <Typography variant="body2">Nothing on the cloth asks for more. Judge it by eye.</Typography>
      )}
      {asked.slice(0, MOST).map(({ f, n }) => {
        const { title, why } = wordsOf(f, project);
        return (
          <Box key={n} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75 }} data-testid="draw-next">
            <Button sx={{ px: 0, textAlign: 'left' }} onClick={() => showFinding(project, n)}>
              {title}
            </Button>
            <Typography variant="body2" color="text.secondary">
              {why}
            </Typography>
          </Box>
        );
      })}
      {asked.length > MOST && (
        <Typography variant="body2">And {asked.length - MOST} more, under Check.</Typography>
      )}
    </Part>
  );
}
